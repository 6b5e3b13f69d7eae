import { keepPreviousData, useQueries, useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { type Among, type Linked, tableOf, useKit } from '../base/context';
import { readPage } from './readPage';
import { rowsQuery } from './rowsQuery';
import { isLink } from '@/core/column';
import {
  type CompiledList,
  type CompiledTable,
  COUNT,
  countSql,
  type Filter,
  hitsSql,
  listSql,
  type Narrowing,
  NO_STATEMENT,
  type ReadRequest,
  type ReadResult,
  searchedTexts,
  searchTerms,
  sectionsSql,
  SHOWN_NAME,
  type Sort,
  totalsSql,
} from '@/core/compiled';
import { fold, type Params, type Row } from '@/core/driver';

export const PAGE_ROWS = 40;

/** A search that finds at most this many records lists them by id; a wider one walks the list in its order. */
const MOST_HITS = 3000;

const TYPING_PAUSE_MS = 250;

export interface ListRows {
  /** How many records there are, or null while that is not known. */
  count: number | null;
  /** Whether `count` is only the least there are: a wide search is counted when typing pauses. */
  atLeast: boolean;
  rowAt(index: number): Row | undefined;
  /** The place of a row, for its record to go on to the next. */
  among(index: number): Among;
  /** Its sections in their order, where it has such; null while they are not known. */
  sections: Row[] | null;
  totals: Row | null;
  /** The search that the rows answer: that of before while the next is on its way. */
  answered: string;
  /** Reads all its rows by their names, as many as `limit`. */
  all(limit: number): ReadRequest;
  /** Tells which rows are in sight, so that their pages are fetched. */
  show(first: number, last: number): void;
  error: unknown;
}

/** What a list is asked for: its order, and what narrows it. */
export interface ListAsked {
  sort: Sort;
  search: string;
  linked?: Linked;
  /** What people filter by, with the values. */
  filters?: readonly ChosenFilter[];
  /** One group of a report, by its value. */
  group?: { value: string | number | null; params: Params };
}

export interface ChosenFilter extends Filter {
  value: string | number | null;
}

/** The statements' parameters for filters, by their places. */
const filterParams = (filters: readonly ChosenFilter[]): Params =>
  Object.fromEntries(filters.flatMap(({ op, value }, index) => (op === 'blank' ? [] : [[`f${index}`, value]])));

/** The rows of a list, a page at a time around those in sight, narrowed by a search, filters and a link. */
export function useListRows(list: CompiledList, table: CompiledTable, asked: ListAsked): ListRows {
  const { sort, search } = asked;
  const { narrowed, params, isKnown, found, searching, few, paused, error } = useNarrowing(list, table, asked);
  const { rowAt, show, settled, error: pageError } = usePages(list, sort, narrowed, params);
  const figures = useFigures(list, { narrowed, params, searching, found, few, paused });
  const [answered, setAnswered] = useState('');
  if (isKnown && settled && answered !== search.trim()) setAnswered(search.trim());
  useWarmSearch(list);
  const { count, error: figuresError, ...shown } = figures;
  return {
    ...shown,
    count,
    rowAt,
    among: (at) => ({ request: { ...listSql(list, sort, narrowed), params }, index: at, count: count ?? 0 }),
    all: (limit) => ({ ...listSql(list, sort, narrowed, true), params: { ...params, limit, offset: 0 } }),
    answered,
    show,
    error: error ?? figuresError ?? pageError,
  };
}

/** Whether typing has paused: a scan for a number that the next key makes stale keeps the next key's rows waiting. */
function usePausedTyping(search: string): boolean {
  const [paused, setPaused] = useState(true);
  useEffect(() => {
    setPaused(false);
    const timer = setTimeout(() => setPaused(true), TYPING_PAUSE_MS);
    return () => clearTimeout(timer);
  }, [search]);
  return paused;
}

/** What a list is narrowed to. `found`: how many there are, where the search tells it. */
interface Narrowed {
  narrowed: Narrowing;
  params: Params;
  found: number | null;
  searching: boolean;
}

/** What narrows the rows: of a search first what it finds, which decides how they are looked up. */
function useNarrowing(
  list: CompiledList,
  table: CompiledTable,
  { search, linked, filters = NO_FILTERS, group }: ListAsked,
) {
  const { database } = useKit();
  const { trigrams } = database;
  const terms = useMemo(
    () => searchTerms(list.searches ? fold(search) : '', trigrams),
    [list.searches, search, trigrams],
  );
  const searching = terms.indexed + terms.short > 0;
  const paused = usePausedTyping(search);
  const hits = useQuery({
    ...rowsQuery(database, { ...hitsSql(list, terms), params: { ...terms.params, most: MOST_HITS + 1 } }),
    enabled: searching,
    placeholderData: keepPreviousData,
  });
  const ids = searching ? String(hits.data?.rows[0]?.ids ?? '') : '';
  const found = useMemo(() => (ids ? (JSON.parse(ids) as number[]).length : 0), [ids]);
  const few = ids !== '' && found <= MOST_HITS;

  const link = linked && table.columns.find(({ id }) => id === linked.columnId)?.identifier;
  // A list that is opened from a record of another table's link is not narrowed by it.
  const owner = link === undefined ? undefined : linked?.recordId;
  const current = useMemo((): Narrowed => {
    const base: Narrowing = {
      ...(link === undefined ? {} : { linked: link }),
      ...(filters.length > 0 ? { filters } : {}),
      ...(group ? { group: true } : {}),
    };
    const params = {
      ...(owner === undefined ? {} : { linked: owner }),
      ...filterParams(filters),
      ...(group ? { ...group.params, group: group.value } : {}),
    };
    if (!searching) return { narrowed: base, params, found: null, searching };
    // What a search finds may be more than what stands in a list that is narrowed otherwise, too.
    const isWhole = Object.keys(base).length === 0 && !list.narrows;
    return few
      ? { narrowed: { ...base, ids: true }, params: { ...params, ids }, found: isWhole ? found : null, searching }
      : { narrowed: { ...base, search: terms }, params: { ...params, ...terms.params }, found: null, searching };
  }, [searching, link, owner, filters, group, few, ids, found, terms, list.narrows]);
  // Until it is known what the search finds, the list stays as it was: whether to walk it or to look ids up is decided
  // by that.
  const isKnown = !searching || (hits.data !== undefined && !hits.isPlaceholderData);
  const [held, setHeld] = useState(current);
  if (isKnown && held !== current) setHeld(current);
  return { ...(isKnown ? current : held), isKnown, few, paused, error: hits.error };
}

/** The pages around the rows in sight. */
function usePages(list: CompiledList, sort: Sort, narrowed: Narrowing, params: Params) {
  const { database } = useKit();
  const [sight, setSight] = useState({ first: 0, last: 0 });
  const firstShown = sight.first;
  const pages = Array.from({ length: sight.last - firstShown + 1 }, (_, index) => firstShown + index);
  const pageOf = (page: number, bare: boolean): ReadRequest => ({
    ...listSql(list, sort, narrowed, bare),
    params: { ...params, limit: PAGE_ROWS, offset: page * PAGE_ROWS },
  });
  const results = useQueries({
    queries: pages.map((page) => ({
      ...rowsQuery(database, pageOf(page, false)),
      queryFn: () => readPage(database, list.row, pageOf(page, false), pageOf(page, true)),
      // The page before the change stands until the new one is there: no flash between two keystrokes.
      placeholderData: (before: ReadResult | undefined, query: { queryKey: readonly unknown[] } | undefined) =>
        (query?.queryKey.at(-1) as { offset?: number } | undefined)?.offset === page * PAGE_ROWS ? before : undefined,
    })),
  });
  const show = useCallback((first: number, last: number) => {
    const next = { first: Math.floor(first / PAGE_ROWS), last: Math.floor(last / PAGE_ROWS) };
    setSight((now) => (now.first === next.first && now.last === next.last ? now : next));
  }, []);
  return {
    rowAt: (at: number): Row | undefined =>
      results[Math.floor(at / PAGE_ROWS) - firstShown]?.data?.rows[at % PAGE_ROWS],
    show,
    settled: results.every(({ data, isPlaceholderData }) => data && !isPlaceholderData),
    error: results.find(({ error }) => error)?.error ?? null,
  };
}

/** How many rows there are, their sections and totals; after the rows, so that those are not kept waiting. */
function useFigures(
  list: CompiledList,
  { narrowed, params, searching, found, few, paused }: Narrowed & { few: boolean; paused: boolean },
) {
  const { database } = useKit();
  const placeholder = searching ? {} : { placeholderData: keepPreviousData };
  // Counting what a wide search finds is a scan.
  const isCounted = found === null;
  const counted = useQuery({
    ...rowsQuery(database, { ...countSql(list, isCounted ? narrowed : {}), params: isCounted ? params : {} }),
    enabled: isCounted && (!searching || few || paused),
    ...placeholder,
  });
  const exact = found ?? (counted.data ? Number(counted.data.rows[0]?.[COUNT] ?? 0) : null);

  const sectioned = sectionsSql(list, narrowed);
  const sections = useQuery({
    ...rowsQuery(database, { ...(sectioned ?? NO_STATEMENT), params: sectioned ? params : {} }),
    enabled: sectioned !== null,
    ...placeholder,
  });
  const totalled = totalsSql(list, narrowed);
  const totals = useQuery({
    ...rowsQuery(database, { ...(totalled ?? NO_STATEMENT), params: totalled ? params : {} }),
    enabled: totalled !== null && (!searching || paused),
    ...placeholder,
  });
  return {
    count: exact ?? (searching ? MOST_HITS : null),
    atLeast: exact === null && searching,
    sections: sectioned ? (sections.data?.rows ?? null) : null,
    totals: totals.data?.rows[0] ?? null,
    error: counted.error ?? sections.error,
  };
}

/** What is searched is made ready while the list is looked at. */
function useWarmSearch(list: CompiledList): void {
  const { database } = useKit();
  const { search } = list.fragments;
  useEffect(() => {
    const texts = searchedTexts(search);
    if (texts.length > 0) void database.warmSearch(texts).catch(() => undefined);
  }, [database, search]);
}

const NO_FILTERS: readonly ChosenFilter[] = [];

/** One record by its id; fetched again only when that record changes. */
export function useRecord(table: CompiledTable, recordId: number | undefined) {
  const { database } = useKit();
  const key = { table: table.identifier, id: recordId ?? 0 };
  const query = useQuery({
    ...rowsQuery(database, { ...table.statements.record, params: { id: key.id }, key }),
    enabled: recordId !== undefined,
  });
  return { record: query.data?.rows[0], gone: query.isSuccess && query.data.rows.length === 0, error: query.error };
}

/** The record that a list or a form belongs to: what it calls those that belong to it, and its name. */
export function useLinkedRecord(
  { columns }: Pick<CompiledTable, 'columns'>,
  linked: Linked | undefined,
): { title: string; name: string } | null {
  const { app } = useKit();
  const column = linked && columns.filter(isLink).find(({ id }) => id === linked.columnId);
  const target = column && tableOf(app, column.tableId);
  const { record } = useRecord(
    target ?? (app.tables[0] as CompiledTable),
    target && linked ? linked.recordId : undefined,
  );
  return column ? { title: column.inverse, name: String(record?.[SHOWN_NAME] ?? '') } : null;
}
