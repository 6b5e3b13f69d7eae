import type { CompiledApp } from './app';
import type { CompiledList } from './list';

/** The records of a table, or those that a query selects, for where one is to be chosen. */
export const choicesOf = (app: CompiledApp, tableId: string, queryId?: string): CompiledList | null =>
  (queryId === undefined ? undefined : app.choices[queryId]) ??
  app.tables.find(({ id }) => id === tableId)?.list ??
  null;

/** The screen that something leads to: the one that was chosen, or the first of its kind for the table. */
export function wayTo(
  { screens }: Pick<CompiledApp, 'screens'>,
  kind: 'list' | 'record' | 'form',
  tableId: string,
  chosen?: string,
): string | null {
  const fitting = screens.filter((screen) => screen.kind === kind && screen.tableId === tableId);
  return (fitting.find(({ id }) => id === chosen) ?? fitting[0])?.id ?? null;
}
