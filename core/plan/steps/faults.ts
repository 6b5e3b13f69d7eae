import { fault, type Fault, unless } from '@/core/fault';
import type { Definition } from '@/core/model';

/** Why a table cannot be named. */
export const noTable = ({ tables }: Pick<Definition, 'tables'>, tableId: string): Fault[] =>
  unless(
    tables.some(({ id }) => id === tableId),
    'no-table',
    {},
    ['tableId'],
  );

/** Why a query cannot say which rows of a table. */
export function noQueryOf(
  { queries = [] }: Pick<Definition, 'queries'>,
  queryId: string | undefined,
  tableId: string,
): Fault[] {
  if (queryId === undefined) return [];
  const query = queries.find(({ id }) => id === queryId);
  if (!query) return [fault('no-query', {}, ['queryId'])];
  return unless(query.tableId === tableId, 'query-elsewhere', {}, ['queryId']);
}

/** Why columns cannot be given these values together. */
export const givenTwice = (values: readonly { columnId: string }[]): Fault[] =>
  unless(new Set(values.map(({ columnId }) => columnId)).size === values.length, 'given-twice', {}, ['values']);
