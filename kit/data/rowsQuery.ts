import { queryOptions } from '@tanstack/react-query';
import type { KitDatabase } from '../base/context';
import { ROWS_KEY } from './refresh';
import type { ReadRequest, ReadResult } from '@/core/compiled';

/** The query of one statement: its key is the statement and its parameters. */
export const rowsQuery = (database: Pick<KitDatabase, 'scope' | 'read'>, request: ReadRequest) =>
  readQuery(database, request, () => database.read(request));

/** The same, where reading gives more than the rows. */
export function readQuery<R extends ReadResult>(
  database: Pick<KitDatabase, 'scope'>,
  request: ReadRequest,
  read: () => Promise<R>,
) {
  return queryOptions({
    queryKey: [ROWS_KEY, ...database.scope, request.sql, request.params ?? {}],
    queryFn: read,
    staleTime: Infinity,
    gcTime: 60_000,
    networkMode: 'always',
    retry: false,
  });
}
