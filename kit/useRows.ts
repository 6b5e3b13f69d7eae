import { keepPreviousData, queryOptions, useQueries, useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { type CompiledTable, type Narrowing, type ReadRequest, type ReadResult, SHOWN_NAME, searchTerms, type Sort } from '@/core/compile';
import { isLink } from '@/core/definition';
import { fold, type Params, type Row } from '@/core/engine';
import { type KitDatabase, type Linked, tableOf, useKit } from './context';
import { ROWS } from './refresh';

export const PAGE_ROWS = 40;
/** A search that finds at most this many records lists them by id; a wider one walks the list in its order. */
const MOST_HITS = 3000;
const TYPING_PAUSE_MS = 250;

/** The query of one statement: its key is the statement and its parameters. */
export function rowsQuery(database: Pick<KitDatabase, 'scope' | 'read'>, request: ReadRequest) {
  return queryOptions({
    queryKey: [ROWS, ...database.scope, request.sql, request.params ?? {}],
    queryFn: () => database.read(request),
    staleTime: Infinity,
    gcTime: 60_000,
    networkMode: 'always',
    retry: false,
  });
}

export interface ListRows {
  /** How many records there are, or null while that is not known. */
  count: number | null;
  /** Whether `count` is only the least there are: a wide search is counted when typing pauses. */
  atLeast: boolean;
  rowAt(index: number): Row | undefined;
  /** The search that the rows answer: that of before while the next is on its way. */
  answered: string;
  /** Tells which rows are in sight, so that their pages are fetched. */
  show(first: number, last: number): void;
  error: unknown;
}

/** The records of a table, a page at a time around those in sight, narrowed by a search. */
export function useListRows(table: CompiledTable, sort: Sort, search: string, linked?: Linked): ListRows {
  const { database } = useKit();
  const terms = useMemo(() => searchTerms(table.search ? fold(search) : ''), [table.search, search]);
  const searching = terms.indexed + terms.short > 0;
  const { statements } = table;

  // A scan for a number that the next key makes stale would keep the next key's rows waiting.
  const [paused, setPaused] = useState(true);
  useEffect(() => {
    setPaused(false);
    const timer = setTimeout(() => setPaused(true), TYPING_PAUSE_MS);
    return () => clearTimeout(timer);
  }, [search]);

  const hits = useQuery({
    ...rowsQuery(database, { ...statements.hits(terms), params: { ...terms.params, most: MOST_HITS + 1 } }),
    enabled: searching,
    placeholderData: keepPreviousData,
  });
  const ids = searching ? String(hits.data?.rows[0]?.ids ?? '') : '';
  const found = useMemo(() => (ids ? (JSON.parse(ids) as number[]).length : 0), [ids]);
  const few = ids !== '' && found <= MOST_HITS;

  const link = linked && table.columns.find(({ id }) => id === linked.columnId)?.identifier;
  const owner = linked?.recordId;
  const current = useMemo((): { narrowed: Narrowing; params: Params; found: number | null; searching: boolean } => {
    if (!searching) return { narrowed: link === undefined ? { kind: 'all' } : { kind: 'linked', column: link }, params: owner === undefined ? {} : { linked: owner }, found: null, searching };
    return few ? { narrowed: { kind: 'ids' }, params: { ids }, found, searching } : { narrowed: { kind: 'search', shape: terms }, params: terms.params, found: null, searching };
  }, [searching, link, owner, few, ids, found, terms]);
  // Until it is known what the search finds, the list stays as it was: whether to walk it or to look ids up is decided by that.
  const isKnown = !searching || (hits.data !== undefined && !hits.isPlaceholderData);
  const [held, setHeld] = useState(current);
  if (isKnown && held !== current) setHeld(current);
  const { narrowed, params, ...shown } = isKnown ? current : held;

  const [sight, setSight] = useState({ first: 0, last: 0 });
  const firstShown = sight.first;
  const pages = Array.from({ length: sight.last - firstShown + 1 }, (_, index) => firstShown + index);
  const results = useQueries({
    queries: pages.map((page) => ({
      ...rowsQuery(database, { ...statements.page(sort, narrowed), params: { ...params, limit: PAGE_ROWS, offset: page * PAGE_ROWS } }),
      // The page before the change stands until the new one is there: no flash between two keystrokes.
      placeholderData: (before: ReadResult | undefined, query: { queryKey: readonly unknown[] } | undefined) =>
        (query?.queryKey.at(-1) as { offset?: number } | undefined)?.offset === page * PAGE_ROWS ? before : undefined,
    })),
  });

  // After the rows, so that those are not kept waiting: counting what a wide search finds is a scan.
  const isCounted = shown.found === null;
  const counted = useQuery({
    ...rowsQuery(database, { ...statements.count(isCounted ? narrowed : { kind: 'all' }), params: isCounted ? params : {} }),
    enabled: isCounted && (!shown.searching || paused),
    ...(shown.searching ? {} : { placeholderData: keepPreviousData }),
  });
  const exact = shown.found ?? (counted.data ? Number(counted.data.rows[0]?.count ?? 0) : null);
  const atLeast = exact === null && shown.searching;
  const count = exact ?? (shown.searching ? MOST_HITS : null);

  const settled = isKnown && results.every(({ data, isPlaceholderData }) => data && !isPlaceholderData);
  const [answered, setAnswered] = useState('');
  if (settled && answered !== search.trim()) setAnswered(search.trim());

  // The search index is made ready while the list is looked at.
  const index = table.search?.name;
  useEffect(() => {
    if (index) void database.warmSearch(index).catch(() => undefined);
  }, [database, index]);

  const show = useCallback((first: number, last: number) => {
    const next = { first: Math.floor(first / PAGE_ROWS), last: Math.floor(last / PAGE_ROWS) };
    setSight((now) => (now.first === next.first && now.last === next.last ? now : next));
  }, []);
  return {
    count,
    atLeast,
    rowAt: (index) => results[Math.floor(index / PAGE_ROWS) - firstShown]?.data?.rows[index % PAGE_ROWS],
    answered,
    show,
    error: hits.error ?? counted.error ?? results.find(({ error }) => error)?.error ?? null,
  };
}

/** One record by its id; fetched again only when that record changes. */
export function useRecord(table: CompiledTable, recordId: number | undefined) {
  const { database } = useKit();
  const key = { table: table.identifier, id: recordId ?? 0 };
  const query = useQuery({ ...rowsQuery(database, { ...table.statements.record, params: { id: key.id }, key }), enabled: recordId !== undefined });
  return { record: query.data?.rows[0], gone: query.isSuccess && query.data.rows.length === 0, error: query.error };
}

/** The record that a list or a form belongs to: what it calls those that belong to it, and its name. */
export function useLinkedRecord(table: CompiledTable, linked: Linked | undefined): { title: string; name: string } | null {
  const { app } = useKit();
  const column = linked && table.columns.filter(isLink).find(({ id }) => id === linked.columnId);
  const target = column && tableOf(app, column.tableId);
  const { record } = useRecord(target ?? table, target && linked ? linked.recordId : undefined);
  return column ? { title: column.inverse, name: String(record?.[SHOWN_NAME] ?? '') } : null;
}
