import type { Definition } from '@/core/model';

/** Why a table cannot be named, in words, or null. */
export const noTable = ({ tables }: Pick<Definition, 'tables'>, tableId: string): string | null =>
  tables.some(({ id }) => id === tableId) ? null : 'its table is not there';

/** Why a query cannot say which rows of a table, in words, or null. */
export function noQuery(
  { queries = [] }: Pick<Definition, 'queries'>,
  queryId: string | undefined,
  tableId: string,
): string | null {
  if (queryId === undefined) return null;
  const query = queries.find(({ id }) => id === queryId);
  if (query?.tableId === tableId) return null;
  return query ? 'its query selects rows of another table' : 'its query is not there';
}

/** Why columns cannot be given these values together, in words, or null. */
export const givenTwice = (values: readonly { columnId: string }[]): string | null =>
  new Set(values.map(({ columnId }) => columnId)).size < values.length ? 'a column is given two values' : null;
