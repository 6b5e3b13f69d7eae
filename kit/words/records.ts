import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { initialValue, scalarOf, traitsOf } from '@/core/column';
import { byName, COUNT, countSql, filterKey, pageSql, type ReadRequest, searchTerms, type Sort } from '@/core/compiled';
import { fold } from '@/core/driver';
import type { Column, RecordValues, Scalar } from '@/core/model';
import { as } from '@/core/sql';
import { type KitDatabase, useKit } from '../base/context';
import { rowsQuery } from '../data/rowsQuery';
import { removeRequest, saveRequest } from '../data/writeRequests';
import type { RowOf } from './columns';
import { compiledTable, type TableOf } from './table';

type Columns = Record<string, Column>;
/** Values by the names of their columns; pictures and files as `data:` URLs. */
type Values<C extends Columns> = { [N in keyof RowOf<C>]?: Exclude<RowOf<C>[N], Uint8Array> | string | null };

type Heavy = 'picture' | 'file';

/** A row as it stands among others: without its pictures and files, which are read with the record alone. */
export type ListedOf<C extends Columns> = { id: number } & {
  [N in keyof C as C[N]['kind'] extends Heavy ? never : N]: RowOf<C>[N & keyof RowOf<C>];
};

/** Which rows of a table, in which order: all by name, a hundred at a time, where nothing else is said. */
export interface Page<C extends Columns> {
  /** Words that a row must hold, with or without accents and capitals. */
  search?: string;
  order?: { by: C[keyof C]; direction?: Sort['direction'] };
  limit?: number;
  offset?: number;
}

/** Those rows, with every column that is not heavy, as `useQuery` takes it. */
function pageOf<C extends Columns>({ list, columns }: TableOf<C>, asked: Page<C>): ReadRequest {
  const { search = '', order, limit = 100, offset = 0 } = asked;
  const { rows } = list.fragments;
  const terms = searchTerms(fold(search), false);
  const selected = Object.values<Column>(columns)
    .filter((column) => !traitsOf(column).isAttachment)
    .map((column) => as(filterKey(rows, column), column.identifier));
  const sort = order ? { by: order.by.id, direction: order.direction ?? ('ascending' as const) } : byName;
  const statement = pageSql(list, sort, terms.short > 0 ? { search: terms } : {}, selected);
  return { ...statement, params: { ...terms.params, limit, offset } };
}

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
    /** Rows of the table: all, or those of a search, a page of them at a time. */
    list: async (page: Page<C> = {}): Promise<ListedOf<C>[]> =>
      (await database.read(pageOf(table, page))).rows as ListedOf<C>[],
    /** How many records there are. */
    count: async (): Promise<number> => Number((await database.read(countSql(table.list, {}))).rows[0]?.[COUNT]),
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

/** Rows of a table, fetched again whenever something of them changes. */
export function useRecordList<C extends Columns>(table: TableOf<C>, page: Page<C> = {}) {
  const { database } = useKit();
  const query = useQuery(rowsQuery(database, pageOf(table, page)));
  return { ...query, data: query.data?.rows as ListedOf<C>[] | undefined };
}
