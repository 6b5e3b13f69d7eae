import type { Query, QueryClient } from '@tanstack/react-query';
import { type ReadSet, type TableChange, touches } from '@/core/driver';

/** Query keys of rows begin with this word; `readQuery` makes them. */
export const ROWS_KEY = 'rows';

/**
 * Fetches again exactly the queries that the changes touch: those on screen now, the others when they are next shown.
 */
export async function refreshTouched(
  client: QueryClient,
  changes: readonly TableChange[],
): Promise<{ refreshed: number }> {
  const isTouched = (query: Query): boolean => {
    if (query.queryKey[0] !== ROWS_KEY) return false;
    const data = query.state.data as { reads?: ReadSet } | undefined;
    return data?.reads ? touches(data.reads, changes) : query.state.status !== 'pending';
  };
  const refreshed = client
    .getQueryCache()
    .findAll({ predicate: (query) => isTouched(query) && query.isActive() }).length;
  await client.invalidateQueries({ predicate: isTouched, refetchType: 'active' }, { cancelRefetch: true });
  return { refreshed };
}
