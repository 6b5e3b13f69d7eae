import { asPerson, ofRecord, type RoutineNews } from '@/core/compile';
import {
  type Column,
  type Definition,
  isLink,
  physicalPlan,
  type Scalar,
  scalarOf,
  shownNameSql,
  type Table,
} from '@/core/definition';
import type { Engine, PendingWrite, Row, TableChange } from '@/core/engine';
import { quoteName, as } from '@/core/expression';
import type { RoutineOutcome } from '@/core/run';

/** One row that would change. */
export interface TriedRow {
  tableId: string;
  id: number;
  name: string;
  what: 'added' | 'changed' | 'deleted';
  /** Of an added or deleted row what it has that is not blank. Links are told by the names of their records. */
  columns: { column: Column; before: Scalar; after: Scalar }[];
}

/** What a routine would do: how many rows of which tables, the first of them, and in how many statements. */
export type DryRun =
  | ({ kind: 'done'; rows: TriedRow[]; changes: TableChange[]; statements: number } & RoutineNews)
  | Exclude<RoutineOutcome, { kind: 'done' }>;

const MOST_ROWS = 200;

/** Reads what a transaction that is not committed has done, in the plan's names. */
export function dryRun(
  engine: Engine,
  definition: Definition,
  { changeSet, changes, statements }: PendingWrite<unknown>,
  news: RoutineNews,
  person: number | null,
): DryRun {
  const { tables } = physicalPlan(definition);
  const names = new Map<string, string>();
  const named = (table: Table, id: number): string => {
    const key = `${table.id} ${id}`;
    const name = names.get(key) ?? nameOf(engine, definition, table, id, person);
    names.set(key, name);
    return name;
  };
  const shown = (column: Column, value: Row[string] | undefined): Scalar => {
    const target = isLink(column) ? tables.find(({ id }) => id === column.tableId) : undefined;
    return target && typeof value === 'number' ? named(target, value) : scalarOf(value);
  };
  const rows = engine
    .rowChanges(changeSet, MOST_ROWS)
    .flatMap(({ table: identifier, key, before, after }): TriedRow[] => {
      const table = tables.find((each) => each.identifier === identifier);
      if (!table) return [];
      const columns = table.columns.flatMap((column) => {
        if (before?.[column.identifier] === after?.[column.identifier]) return [];
        const [was, is] = [shown(column, before?.[column.identifier]), shown(column, after?.[column.identifier])];
        return was === null && is === null ? [] : [{ column, before: was, after: is }];
      });
      const what = before === null ? 'added' : after === null ? 'deleted' : 'changed';
      return [
        {
          tableId: table.id,
          id: key,
          name: what === 'deleted' ? deletedName(table, before?.[namedBy(table)] ?? null, key) : named(table, key),
          what,
          columns,
        },
      ];
    });
  return { kind: 'done', rows, changes, statements: statements.length, messages: news.messages, go: news.go };
}

function namedBy({ naming, columns }: Table): string {
  return naming.kind === 'column' ? (columns.find(({ id }) => id === naming.columnId)?.identifier ?? '') : '';
}

const deletedName = ({ recordName }: Table, name: unknown, key: number): string =>
  typeof name === 'string' && name !== '' ? name : `${recordName} ${key}`;

function nameOf(
  engine: Engine,
  definition: Definition,
  { id, identifier, recordName }: Table,
  key: number,
  person: number | null,
): string {
  const table = definition.tables.find((each) => each.id === id);
  if (!table) return `${recordName} ${key}`;
  const shown = shownNameSql(definition, table, `${quoteName(identifier)}.`);
  const statement = ofRecord(definition, table, [as(shown, '_name')]);
  const [row] = engine.query(statement.sql, asPerson(statement, { id: key }, person)).rows;
  return String(row?._name ?? `${recordName} ${key}`);
}
