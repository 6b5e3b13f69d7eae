import { useQuery } from '@tanstack/react-query';
import {
  byName,
  type CompiledApp,
  hitsSql,
  listSql,
  type ReadRequest,
  type ReadResult,
  searchTerms,
  SHOWN_NAME,
} from '@/core/compiled';
import { fold } from '@/core/driver';
import { useBench, worker } from '../client';
import { useApp, useGeneration } from '../useApp';

export interface FoundRecord {
  tableId: string;
  table: string;
  id: number;
  name: string;
}

/** From so many letters on there is an index that finds them. */
const LEAST_LETTERS = 3;
const MOST_A_TABLE = 5;

/** The records whose texts hold what is asked for: the first few of each table, by name. */
export function useFoundRecords(asked: string): FoundRecord[] {
  const { appId, compiled } = useApp();
  const generation = useGeneration();
  const person = useBench((bench) => bench.person);
  const text = fold(asked.trim());
  const { data = [] } = useQuery({
    queryKey: ['found', appId, generation, person, text],
    queryFn: () => {
      const read = (request: ReadRequest) => worker().api.read(appId, { ...request, person });
      return foundRecords(compiled, read, text);
    },
    enabled: text.length >= LEAST_LETTERS,
    gcTime: 0,
    staleTime: 0,
  });
  return text.length >= LEAST_LETTERS ? data : [];
}

async function foundRecords(
  app: CompiledApp,
  read: (request: ReadRequest) => Promise<ReadResult>,
  text: string,
): Promise<FoundRecord[]> {
  const terms = searchTerms(text, true);
  if (terms.indexed + terms.short === 0) return [];
  const lists = app.tables.flatMap((table) => {
    const lists = app.screens.flatMap((screen) =>
      screen.kind === 'list' && screen.tableId === table.id && screen.list.searches ? [screen.list] : [],
    );
    // One that is narrowed holds fewer.
    const list = lists.find(({ narrows }) => !narrows) ?? lists[0];
    return list ? [{ table, list }] : [];
  });
  const found = await Promise.all(
    lists.map(async ({ table, list }) => {
      const hits = await read({ ...hitsSql(list, terms), params: { ...terms.params, most: MOST_A_TABLE } });
      const ids = String(hits.rows[0]?.ids ?? '[]');
      if (ids === '[]') return [];
      const rows = await read({
        ...listSql(list, byName, { ids: true }, true),
        params: { ids, limit: MOST_A_TABLE, offset: 0 },
      });
      return rows.rows.map((row) => ({
        tableId: table.id,
        table: table.name,
        id: Number(row.id),
        name: String(row[SHOWN_NAME] ?? ''),
      }));
    }),
  );
  return found.flat();
}
