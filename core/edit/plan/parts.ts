import type { ColumnSettings } from '@/core/column';
import { analyseExpression } from '@/core/expression';
import type { Column, Definition, Table, TableKey } from '@/core/model';
import {
  bestNaming,
  freeIdentifier,
  incomingLinks,
  namingUses,
  personalColumns,
  planScope,
  standingKeys,
  withArticle,
} from '@/core/plan';
import { ProblemError } from '@/core/problem';

export function tableOf(definition: Definition, tableId: string): Table {
  const table = definition.tables.find(({ id }) => id === tableId);
  if (!table) throw new ProblemError({ code: 'definition', place: 'tables', reason: 'this table is no longer there' });
  return table;
}

export function columnOf(table: Table, columnId: string): Column {
  const column = table.columns.find(({ id }) => id === columnId);
  if (!column)
    throw new ProblemError({ code: 'definition', place: table.name, reason: 'this column is no longer there' });
  return column;
}

/** Throws a Problem where what goes, by the ids that expressions know it by, is used by an expression that stays. */
export function assertUnused(
  draft: Definition,
  name: string,
  gone: readonly string[],
  stays: (table: Table) => boolean,
): void {
  const scope = planScope(draft);
  const uses = (text: string, table: Table) =>
    analyseExpression(text, scope(table.id)).references.some(({ id }) => gone.includes(id));
  const by = draft.tables.filter(stays).flatMap((table) => {
    const columns = table.columns
      .filter((column) => column.kind === 'expression' && !gone.includes(column.id) && uses(column.text, table))
      .map((column) => `${table.name} › ${column.name}`);
    return [
      ...columns,
      ...(table.naming.kind === 'expression' && uses(table.naming.text, table)
        ? [`what names ${withArticle(table.recordName)}`]
        : []),
    ];
  });
  if (by.length > 0) throw new ProblemError({ code: 'in-use', name, by });
}

/** Throws a Problem where rows or values belong to people, who can then not be taken out of the plan. */
export function assertNobodysOwn(draft: Definition): void {
  const by = draft.tables.flatMap((table) => [
    ...(table.owned ? [`${table.name} (each only for its owner)`] : []),
    ...personalColumns(table).map((column) => `${table.name} › ${column.name} (one for each person)`),
  ]);
  if (by.length > 0)
    throw new ProblemError({
      code: 'in-use',
      name: draft.tables.find(({ id }) => id === draft.people?.tableId)?.name ?? 'People',
      by,
    });
}

/** A table goes with the links that lead to it; a linking table that loses a side goes too. */
export function removeTable(draft: Definition, tableId: string): void {
  draft.tables.splice(draft.tables.indexOf(tableOf(draft, tableId)), 1);
  for (const { table, column } of incomingLinks(draft, tableId)) {
    if (!draft.tables.includes(table)) continue;
    if (table.linking) removeTable(draft, table.id);
    else removeColumn(draft, table, column);
  }
}

export function removeColumn(draft: Definition, table: Table, column: Column): void {
  if (table.columns.length === 1)
    throw new ProblemError({
      code: 'definition',
      place: `${table.name} › ${column.name}`,
      reason: 'a table keeps at least one column',
    });
  const used = namingUses(draft, table, column);
  table.columns.splice(table.columns.indexOf(column), 1);
  keepStandingKeys(table);
  if (used) table.naming = bestNaming(table.columns);
}

/** A table without keys says nothing of them: it is then the very same as one that never had any. */
export function setKeys(table: Table, keys: TableKey[]): void {
  if (keys.length > 0) table.keys = keys;
  else delete table.keys;
}

export function keepStandingKeys(table: Table): void {
  const keys = standingKeys(table);
  if (keys.length !== (table.keys?.length ?? 0)) setKeys(table, keys);
}

/** What a record of a table already calls things by: its columns, and those that belong to it. */
function namesOf(draft: Definition, table: Table, exceptColumnId: string): { name: string; identifier: string }[] {
  const incoming = incomingLinks(draft, table.id).filter(({ column }) => column.id !== exceptColumnId);
  return [
    ...table.columns.filter(({ id }) => id !== exceptColumnId),
    ...incoming.map(({ column }) => ({ name: column.inverse, identifier: column.inverseIdentifier })),
  ];
}

export function identified(draft: Definition, table: Table, settings: ColumnSettings): Column {
  const others = namesOf(draft, table, settings.id);
  const name = checkedName(settings.name, 'column', others);
  const identifier = freeIdentifier(
    name,
    'column',
    others.map((other) => other.identifier),
  );
  if (settings.kind !== 'link') return { ...settings, name, identifier };
  const target = tableOf(draft, settings.tableId);
  const there = namesOf(draft, target, settings.id).concat(target.id === table.id ? [{ name, identifier }] : []);
  const inverse = checkedName(settings.inverse, 'link', there);
  return {
    ...settings,
    name,
    identifier,
    inverse,
    inverseIdentifier: freeIdentifier(
      inverse,
      'link',
      there.map((other) => other.identifier),
    ),
  };
}

export function checkedName(
  name: string,
  what: 'table' | 'column' | 'link' | 'app',
  others: readonly { name: string }[],
): string {
  const trimmed = name.trim().replace(/\s+/g, ' ');
  const reason =
    trimmed === ''
      ? 'empty'
      : trimmed.length > 80
        ? 'too-long'
        : others.some((other) => other.name.toLowerCase() === trimmed.toLowerCase())
          ? 'taken'
          : null;
  if (reason) throw new ProblemError({ code: 'name', name: trimmed, reason, what });
  return trimmed;
}

export function move<T extends { id: string }>(items: T[], id: string, to: number): void {
  const from = items.findIndex((item) => item.id === id);
  if (from < 0) return;
  const [item] = items.splice(from, 1);
  items.splice(Math.max(0, Math.min(to, items.length)), 0, item as T);
}

/** A table of the plan by name, for telling what an edit did. */
export const tableNamed = ({ tables }: Definition, tableId: string): Table | undefined =>
  tables.find(({ id }) => id === tableId);
