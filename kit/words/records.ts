import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { initialValue, scalarOf } from '@/core/column';
import { byName, listSql, SHOWN_NAME } from '@/core/compiled';
import type { Column, RecordValues, Scalar } from '@/core/model';
import { type KitDatabase, useKit } from '../base/context';
import { rowsQuery } from '../data/rowsQuery';
import { removeRequest, saveRequest } from '../data/writeRequests';
import type { RowOf } from './columns';
import { compiledTable, type TableOf } from './table';

type Columns = Record<string, Column>;
/** Values by the names of their columns; pictures and files as `data:` URLs. */
type Values<C extends Columns> = { [N in keyof RowOf<C>]?: Exclude<RowOf<C>[N], Uint8Array> | string | null };

/** A record by what it is called. */
export interface Named {
  id: number;
  name: string;
}

const MOST_LISTED = 1000;

/** One record with every column, as `useQuery` takes it; its row is null where it is gone. */
const oneOf = <C extends Columns>({ statements, identifier }: TableOf<C>, id: number) => ({
  ...statements.record,
  params: { id },
  key: { table: identifier, id },
});

/** What the columns of a new record begin with, by their names. */
function fresh(asked: readonly Column[]): Readonly<Record<string, unknown>> {
  const today = new Date().toLocaleDateString('sv-SE');
  return Object.fromEntries(asked.map((column) => [column.identifier, initialValue(column, today)]));
}

/**
 * What is read and written of a table, as the person who is signed in. Each fails with a Problem: `constraint` where a
 * column must be given or be different, `row-gone` where the record is not there, `linked` where others stop a delete.
 */
export function recordsOf<C extends Columns>(table: TableOf<C>, database: Pick<KitDatabase, 'read' | 'write'>) {
  const compiled = compiledTable(table);
  const one = async (id: number): Promise<RowOf<C> | null> =>
    ((await database.read(oneOf(table, id))).rows[0] as RowOf<C> | undefined) ?? null;
  const valuesOf = (values: Readonly<Record<string, unknown>>): RecordValues =>
    Object.fromEntries(
      table.asked.map(({ id, identifier }) => [id, scalarOf(values[identifier] as Scalar | Uint8Array | undefined)]),
    );
  const save = async (id: number | undefined, values: Readonly<Record<string, unknown>>): Promise<number> => {
    const ripple = await database.write(saveRequest(compiled, id, valuesOf(values), [], false));
    return id ?? ripple.lastId ?? 0;
  };
  return {
    one,
    /** All of them by name, at most a thousand. */
    list: async (): Promise<Named[]> => {
      const statement = listSql(table.list, byName, {}, true);
      const { rows } = await database.read({ ...statement, params: { limit: MOST_LISTED, offset: 0 } });
      return rows.map((row) => ({ id: Number(row.id), name: String(row[SHOWN_NAME]) }));
    },
    /** Makes a record of these values, all others as in a new one; gives its id. */
    insert: (values: Values<C>): Promise<number> => save(undefined, { ...fresh(table.asked), ...values }),
    /** Changes these values of a record, and no others. */
    update: async (id: number, values: Values<C>): Promise<void> => {
      await save(id, { ...(await one(id)), ...values });
    },
    remove: async (id: number): Promise<void> => {
      await database.write(removeRequest(compiled, id));
    },
  };
}

/** `recordsOf` with the app's own database. */
export function useRecords<C extends Columns>(table: TableOf<C>) {
  const { database } = useKit();
  return useMemo(() => recordsOf(table, database), [table, database]);
}

/** One record, fetched again whenever something of it changes; null where it is gone. */
export function useRecord<C extends Columns>(table: TableOf<C>, id: number) {
  const { database } = useKit();
  const query = useQuery(rowsQuery(database, oneOf(table, id)));
  return { ...query, data: query.data ? ((query.data.rows[0] as RowOf<C> | undefined) ?? null) : undefined };
}
