import { searchTexts } from '@/core/engine';
import { allOf, as, type Fragment, joined, name, param, raw, rowsOf, sql, whereAll } from '@/core/expression';
import { inOrder, type Sort } from './order';
import { ownFragment } from './own';
import type { ListSearch } from './search';
import type { SearchTerms, Statement } from './statement';

/** What the statements of a list are made of. */
export interface ListFragments {
  /** The table by its name in SQL, and all those whose rows have owners. */
  table: string;
  owned: readonly string[];
  /** The id and the name of a row, and all else that it shows. */
  named: readonly Fragment[];
  selected: readonly Fragment[];
  /** What must hold for a row to be in the list. */
  conditions: readonly Fragment[];
  /** The order that was designed, and what puts rows in order by their names or by a column, by its id. */
  order: readonly Fragment[] | null;
  byName: Fragment;
  sorts: Readonly<Record<string, Fragment>>;
  /** The value that a filter holds against what is given, by the id of its column. */
  filters: Readonly<Record<string, Fragment>>;
  section: { value: Fragment; order: Fragment; totals: readonly Fragment[] } | null;
  totals: readonly Fragment[];
  /** What a report groups by. */
  group: Fragment | null;
  search: ListSearch;
}

/** A search but for its words: its statements differ only in how many terms there are of each sort. */
export type SearchShape = Pick<SearchTerms, 'indexed' | 'short'>;

export const filterKinds = ['is', 'blank', 'from', 'to'] as const;
/** What people filter a list by; all but `blank` take the parameter `f` and the filter's place. */
export interface Filter {
  columnId: string;
  op: (typeof filterKinds)[number];
}

/** What a list is narrowed to. Each narrows further; with none it is the whole list. */
export interface Narrowing {
  /** What a search finds, by walking the list; parameters of the search. */
  search?: SearchShape;
  /** The ids that a search found; parameter `ids`. */
  ids?: true;
  /** Those that a link leads to one record from, by the identifier of the link; parameter `linked`. */
  linked?: string;
  filters?: readonly Filter[];
  /** Those of one group of a report; parameter `group`. */
  group?: true;
}

export const SECTION = '_section';
export const COUNT = 'count';

/** A list as plain data; its statements are pure functions of it. */
type List = { fragments: ListFragments };

/**
 * One page of a list; parameters `limit`, `offset` and those of the narrowing. `bare` leaves out all that a row shows
 * but its name.
 */
export function listSql({ fragments }: List, sort: Sort, narrowed: Narrowing, bare = false): Statement {
  const { named, section, selected } = fragments;
  const head = section ? [as(section.value, SECTION)] : [];
  const columns = [...named, ...head, ...(bare ? [] : selected)];
  const order = [...(section ? [section.order] : []), ...orderOf(fragments, sort)];
  return finished(
    fragments,
    sql`
      SELECT ${columns}
      FROM ${narrowedRows(fragments, narrowed)}
      ORDER BY ${order}
      LIMIT ${param('limit')} OFFSET ${param('offset')}`,
    narrowed.search,
  );
}

/** How many records the list has, as `count`. */
export function countSql({ fragments }: List, narrowed: Narrowing): Statement {
  const { search, linked, group, filters = [] } = narrowed;
  const isOnlySearched =
    fragments.conditions.length === 0 && linked === undefined && !group && filters.length === 0 && !narrowed.ids;
  const rows = search && isOnlySearched ? sql`(${foundIds(fragments, search)})` : narrowedRows(fragments, narrowed);
  return finished(fragments, sql`SELECT ${as(raw('count(*)'), COUNT)} FROM ${rows}`, search);
}

/** Which records a search finds, as a JSON array `ids`; parameters `most` and those of the search. */
export function hitsSql({ fragments }: List, search: SearchShape): Statement {
  const hits = sql`${foundIds(fragments, search)} LIMIT ${param('most')}`;
  return finished(fragments, sql`SELECT json_group_array(id) AS "ids" FROM (${hits})`, search);
}

/** For each section its value, how many records it has, and its totals. */
export function sectionsSql({ fragments }: List, narrowed: Narrowing): Statement | null {
  const { section } = fragments;
  if (!section) return null;
  const columns = [as(section.value, SECTION), as(raw('count(*)'), COUNT), ...section.totals];
  return finished(
    fragments,
    sql`SELECT ${columns} FROM ${narrowedRows(fragments, narrowed)} GROUP BY 1 ORDER BY ${section.order}`,
    narrowed.search,
  );
}

export function totalsSql({ fragments }: List, narrowed: Narrowing): Statement | null {
  const { totals } = fragments;
  if (totals.length === 0) return null;
  return finished(fragments, sql`SELECT ${totals} FROM ${narrowedRows(fragments, narrowed)}`, narrowed.search);
}

function finished({ owned, search: { index } }: ListFragments, statement: Fragment, search?: SearchShape): Statement {
  return { ...ownFragment(owned, statement), ...(search && index ? { search: index.name } : {}) };
}

function orderOf({ table, order, byName, sorts }: ListFragments, { by, direction }: Sort): readonly Fragment[] {
  if (by === 'design' && order) return order;
  return inOrder(table, sorts[by] ?? byName, direction);
}

function narrowedRows(list: ListFragments, narrowed: Narrowing): Fragment {
  const { table, conditions, filters, group } = list;
  const row = name(table);
  const all = [
    ...conditions,
    ...(narrowed.search ? walkedSearch(list, narrowed.search) : []),
    ...(narrowed.linked === undefined ? [] : [sql`${row}.${name(narrowed.linked)} = ${param('linked')}`]),
    ...(narrowed.filters ?? []).flatMap(({ columnId, op }, index) => {
      const value = filters[columnId];
      return value ? [filterSql(value, op, param(`f${index}`))] : [];
    }),
    ...(narrowed.group && group ? [sql`${group} IS ${param('group')}`] : []),
  ];
  // CROSS JOIN keeps SQLite from walking the whole list in its order to meet these few.
  const found = sql`(SELECT value AS "_found" FROM json_each(${param('ids')}))`;
  const from = rowsOf(table);
  return sql`${narrowed.ids ? sql`${found} CROSS JOIN ${from} ON ${row}."id" = "_found"` : from}${whereAll(all)}`;
}

function filterSql(value: Fragment, op: Filter['op'], given: Fragment): Fragment {
  switch (op) {
    case 'is':
      return sql`${value} = ${given}`;
    case 'blank':
      return sql`${value} IS NULL`;
    case 'from':
      return sql`${value} >= ${given}`;
    case 'to':
      return sql`${value} <= ${given}`;
  }
}

const term = (at: number): Fragment => param(`term${at}`);
const holds = (text: Fragment, at: number): Fragment => sql`instr(${text}, ${term(at)}) > 0`;
const termsOf = ({ indexed, short }: SearchShape) =>
  Array.from({ length: indexed + short }, (_, at) => ({ at, isShort: at < short }));
const textsOf = ({ index }: ListSearch): Fragment => raw(searchTexts(index?.name ?? ''));

/**
 * A search as conditions on a row of the list. Not IN: the list is walked in its order, and the walk ends as soon as
 * the page is full.
 */
function walkedSearch({ table, search }: ListFragments, shape: SearchShape): Fragment[] {
  const { index, only, linked } = search;
  const terms = termsOf(shape);
  if (only) return terms.map(({ at }) => holds(only, at));
  const inOwn = (conditions: readonly Fragment[]) =>
    sql`EXISTS (SELECT 1 FROM ${textsOf(search)} s WHERE s.id = ${name(table)}."id" AND ${allOf(conditions)})`;
  const text = raw('c0');
  if (!linked) return index ? [inOwn(terms.map(({ at }) => holds(text, at)))] : [raw('0')];
  return terms.map(({ at }) => {
    const either = [...(index ? [inOwn([holds(text, at)])] : []), holds(linked, at)];
    return sql`(${joined(either, ' OR ')})`;
  });
}

/**
 * The ids that a search finds. Own texts go by trigrams, or where a term is too short for those, by a scan of the
 * texts; linked ones by the records that they are of.
 */
function foundIds(list: ListFragments, shape: SearchShape): Fragment {
  const { table, owned, search } = list;
  const { index, only, linked, places } = search;
  const terms = termsOf(shape);
  const id = sql`${name(table)}."id" AS id`;
  if (only) return sql`SELECT ${id} FROM ${rowsOf(table)}${whereAll(terms.map(({ at }) => holds(only, at)))}`;
  // The index has everybody's rows.
  const among = (hit: Fragment) => (owned.includes(table) ? [sql`${hit} IN (SELECT "id" FROM ${rowsOf(table)})`] : []);
  const scanned = (conditions: readonly Fragment[]) =>
    sql`SELECT id FROM ${textsOf(search)}${whereAll([...conditions, ...among(raw('id'))])}`;
  const matched = (match: string, conditions: readonly Fragment[] = []) => {
    const all = [sql`text MATCH ${param(match)}`, ...conditions, ...among(raw('rowid'))];
    return sql`SELECT rowid AS id FROM temp.${name(index?.name ?? '')}${whereAll(all)}`;
  };
  if (!linked) {
    if (!index) return raw('SELECT 0 AS id WHERE 0');
    const short = terms.filter(({ isShort }) => isShort);
    return shape.indexed === 0
      ? scanned(short.map(({ at }) => holds(raw('c0'), at)))
      : matched(
          'match',
          short.map(({ at }) => holds(raw('text'), at)),
        );
  }
  const byTerm = terms.map(({ at, isShort }) => {
    const own = isShort ? scanned([holds(raw('c0'), at)]) : matched(`match${at}`);
    const others = places.map(({ text, link }) => {
      const hit = holds(text, at);
      const inside = link && sql`SELECT ${name(link.table)}."id" FROM ${rowsOf(link.table)} WHERE ${hit}`;
      const condition = link && inside ? sql`${name(table)}.${name(link.column)} IN (${inside})` : hit;
      return sql`SELECT ${id} FROM ${rowsOf(table)} WHERE ${condition}`;
    });
    return sql`SELECT id FROM (${joined([...(index ? [own] : []), ...others], ' UNION ')})`;
  });
  return joined(byTerm, ' INTERSECT ');
}
