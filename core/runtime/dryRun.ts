import type { RoutineOutcome, RunningApp } from './routineOutcome';
import type { Runtime } from './runtime';
import { isLink, scalarOf } from '@/core/column';
import { asPerson, type RoutineNews, type RoutineRequest } from '@/core/compiled';
import type { Driver, PendingWrite, Row, TableChange } from '@/core/driver';
import type { Column, Scalar, Table } from '@/core/model';

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

/** What a routine would do now, with nothing of it kept. `tables`: as the database holds them. Throws a Problem. */
export function tryRoutine(runtime: Runtime, tables: readonly Table[], request: RoutineRequest): DryRun {
  const { outcome, pending } = runtime.runRoutine(request);
  if (pending === null) return outcome;
  try {
    return dryRun(runtime.driver, runtime.app, tables, pending, outcome, request.person ?? null);
  } finally {
    pending.rollback();
  }
}

/** Reads what a transaction that is not committed has done, in the plan's names. */
function dryRun(
  driver: Driver,
  app: RunningApp,
  tables: readonly Table[],
  { changeSet, changes, statements }: PendingWrite<unknown>,
  news: RoutineNews,
  person: number | null,
): DryRun {
  const names = new Map<string, string>();
  const named = (table: Table, id: number): string => {
    const key = `${table.id} ${id}`;
    const name = names.get(key) ?? nameOf(driver, app, table, id, person);
    names.set(key, name);
    return name;
  };
  const shown = (column: Column, value: Row[string] | undefined): Scalar => {
    const target = isLink(column) ? tables.find(({ id }) => id === column.tableId) : undefined;
    return target && typeof value === 'number' ? named(target, value) : scalarOf(value);
  };
  const rows = driver
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
  driver: Driver,
  { tables }: RunningApp,
  { id, recordName }: Table,
  key: number,
  person: number | null,
): string {
  const shown = tables.find((each) => each.id === id)?.statements.shown;
  if (!shown) return `${recordName} ${key}`;
  const [row] = driver.query(shown.sql, asPerson(shown, { id: key }, person)).rows;
  return String(row?._name ?? `${recordName} ${key}`);
}
