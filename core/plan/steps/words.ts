import type { Assignment, Definition, Table } from '@/core/model';
import type { StepScope } from '../stepScope';
import { type SentencePlan, stepValueWords } from '../stepWords';

export const lower = (name: string): string => `${name.charAt(0).toLowerCase()}${name.slice(1)}`;
export const article = (name: string): string => `${/^[aeiou]/i.test(name) ? 'an' : 'a'} ${lower(name)}`;

export const tableNamed = (app: Pick<Definition, 'tables'>, tableId: string | null): Table | undefined =>
  app.tables.find(({ id }) => id === tableId);

/** "cost to 4, paid to yes". */
export const setWords = (
  app: SentencePlan,
  values: readonly Assignment[],
  tableId: string | null,
  at: StepScope,
): string =>
  values
    .map(({ columnId, text }) =>
      [
        tableNamed(app, tableId)?.columns.find(({ id }) => id === columnId)?.name ?? 'a column',
        `to ${stepValueWords(app, text, at)}`,
      ].join(' '),
    )
    .join(', ');

/** The column by its id, and the table that it is in. */
export const columnNamed = (app: Pick<Definition, 'tables'>, columnId: string) =>
  app.tables
    .flatMap((table) => table.columns.map((column) => ({ table, column })))
    .find(({ column }) => column.id === columnId);
