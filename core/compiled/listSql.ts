import { ownerFragment } from './owner';
import type { CompiledList, ListFragments } from './list';
import { rowSelected } from './row';
import type { ListSearch } from './search';
import { filterKey, select, sortKey } from './selected';
import { inOrder, type Sort } from './sort';
import type { SearchTerms, Statement } from './statement';
import { searchTexts, type SearchTexts } from '@/core/driver';
import { allOf, as, type Fragment, joined, name, param, raw, rowsOf, sql, whereAll } from '@/core/sql';

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
type List = Pick<CompiledList, 'row' | 'section' | 'totals' | 'sorts' | 'filters' | 'fragments'>;

/**
 * One page of a list; parameters `limit`, `offset` and those of the narrowing. `bare` leaves out all that a row shows
 * but its name.
 */
export const listSql = (list: List, sort: Sort, narrowed: Narrowing, bare = false): Statement =>
  pageSql(list, sort, narrowed, bare ? [] : select(rowSelected(list.row)));

/** The same, with what is selected beside the rows' names. */
export function pageSql(list: List, sort: Sort, narrowed: Narrowing, selected: readonly Fragment[]): Statement {
  const { section, fragments } = list;
  const head = section ? [as(section.slot.value, SECTION)] : [];
  const columns = [...fragments.rows.named, ...head, ...selected];
  const order = [...(fragments.section ? [fragments.section] : []), ...orderOf(list, sort)];
  return finished(
    fragments,
    sql`
      SELECT ${columns}
      FROM ${narrowedRows(list, narrowed)}
      ORDER BY ${order}
      LIMIT ${param('limit')} OFFSET ${param('offset')}`,
    narrowed.search,
  );
}

/** How many records the list has, as `count`. */
export function countSql(list: List, narrowed: Narrowing): Statement {
  const { fragments } = list;
  const { search, linked, group, filters = [] } = narrowed;
  const isOnlySearched =
    fragments.conditions.length === 0 && linked === undefined && !group && filters.length === 0 && !narrowed.ids;
  const rows = search && isOnlySearched ? sql`(${foundIds(fragments, search)})` : narrowedRows(list, narrowed);
  return finished(fragments, sql`SELECT ${as(raw('count(*)'), COUNT)} FROM ${rows}`, search);
}

/** Which records a search finds, as a JSON array `ids`; parameters `most` and those of the search. */
export function hitsSql({ fragments }: List, search: SearchShape): Statement {
  const hits = sql`${foundIds(fragments, search)} LIMIT ${param('most')}`;
  return finished(fragments, sql`SELECT json_group_array(id) AS "ids" FROM (${hits})`, search);
}

/** For each section its value, how many records it has, and its totals. */
export function sectionsSql(list: List, narrowed: Narrowing): Statement | null {
  const { section, fragments } = list;
  if (!section || !fragments.section) return null;
  const columns = [as(section.slot.value, SECTION), as(raw('count(*)'), COUNT), ...select(section.totals)];
  return finished(
    fragments,
    sql`SELECT ${columns} FROM ${narrowedRows(list, narrowed)} GROUP BY 1 ORDER BY ${fragments.section}`,
    narrowed.search,
  );
}

export function totalsSql(list: List, narrowed: Narrowing): Statement | null {
  const { totals, fragments } = list;
  if (totals.length === 0) return null;
  return finished(fragments, sql`SELECT ${select(totals)} FROM ${narrowedRows(list, narrowed)}`, narrowed.search);
}

function finished(list: ListFragments, statement: Fragment, searched?: SearchShape): Statement {
  // What is searched is made when it is first asked for.
  return { ...ownerFragment(list.rows.owned, statement), ...(searched ? { search: searchedTexts(list.search) } : {}) };
}

/** All the texts that a search of a list looks through. */
export const searchedTexts = ({ own, only, linked }: ListSearch): SearchTexts[] =>
  only ? [only] : [...(own ? [own] : []), ...linked.map(({ texts }) => texts)];

function orderOf({ sorts, fragments }: List, { by, direction }: Sort): readonly Fragment[] {
  const { rows, order } = fragments;
  if (by === 'design' && order) return order;
  const column = sorts.find(({ id }) => id === by);
  return inOrder(rows.table, column ? sortKey(rows, column) : rows.byName, direction);
}

function narrowedRows({ filters, fragments }: List, narrowed: Narrowing): Fragment {
  const { conditions, group } = fragments;
  const { table } = fragments.rows;
  const row = name(table);
  const all = [
    ...conditions,
    ...(narrowed.search ? walkedSearch(fragments, narrowed.search) : []),
    ...(narrowed.linked === undefined ? [] : [sql`${row}.${name(narrowed.linked)} = ${param('linked')}`]),
    ...(narrowed.filters ?? []).flatMap(({ columnId, op }, index) => {
      const column = filters.find(({ id }) => id === columnId);
      return column ? [filterSql(filterKey(fragments.rows, column), op, param(`f${index}`))] : [];
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

const hitIn = ({ name: texts }: SearchTexts): Fragment => raw(searchTexts(texts));

const text = raw('c0');

/** The rows of a table, where not everybody sees all of them. */
const among = (owned: readonly string[], table: string, id: Fragment): Fragment[] =>
  owned.includes(table) ? [sql`${id} IN (SELECT "id" FROM ${rowsOf(table)})`] : [];

/**
 * A search as conditions on a row of the list. Not IN: the list is walked in its order, and the walk ends as soon as
 * the page is full.
 */
function walkedSearch({ rows: { table, owned }, search }: ListFragments, shape: SearchShape): Fragment[] {
  const { own, only, linked } = search;
  const terms = termsOf(shape);
  const row = name(table);
  const hits = (texts: SearchTexts, id: Fragment, conditions: readonly Fragment[]) =>
    sql`EXISTS (SELECT 1 FROM ${hitIn(texts)} s WHERE s.id = ${id} AND ${allOf(conditions)})`;
  const whole = only ?? (linked.length === 0 ? own : null);
  if (whole)
    return [
      hits(
        whole,
        sql`${row}."id"`,
        terms.map(({ at }) => holds(text, at)),
      ),
    ];
  return terms.map(({ at }) => {
    const holding = holds(text, at);
    const either = [
      ...(own ? [hits(own, sql`${row}."id"`, [holding])] : []),
      ...linked.map(({ texts, link }) =>
        link
          ? hits(texts, sql`${row}.${name(link.column)}`, [holding, ...among(owned, link.table, raw('s.id'))])
          : hits(texts, sql`${row}."id"`, [holding]),
      ),
    ];
    return either.length === 0 ? raw('0') : sql`(${joined(either, ' OR ')})`;
  });
}

/**
 * The ids that a search finds. Own texts go by trigrams, or where a term is too short for those, by a scan of the
 * texts; linked ones by the records that they are of. The texts are of everybody's rows.
 */
function foundIds(list: ListFragments, shape: SearchShape): Fragment {
  const { rows, search } = list;
  const { table, owned } = rows;
  const { own, only, linked } = search;
  const terms = termsOf(shape);
  const scanned = (texts: SearchTexts, conditions: readonly Fragment[]) =>
    sql`SELECT id FROM ${hitIn(texts)}${whereAll([...conditions, ...among(owned, table, raw('id'))])}`;
  if (only)
    return scanned(
      only,
      terms.map(({ at }) => holds(text, at)),
    );
  if (linked.length === 0) return own ? foundInOwn(list, own, shape, scanned) : raw('SELECT 0 AS id WHERE 0');
  const byTerm = terms.map(({ at, isShort }) => {
    const holding = holds(text, at);
    const found = [
      ...(own ? [isShort ? scanned(own, [holding]) : matched(list, own, `match${at}`)] : []),
      ...linked.map(({ texts, link }) => {
        if (!link) return scanned(texts, [holding]);
        const records = sql`SELECT id FROM ${hitIn(texts)}${whereAll([holding, ...among(owned, link.table, raw('id'))])}`;
        const row = name(table);
        return sql`SELECT ${row}."id" AS id FROM ${rowsOf(table)} WHERE ${row}.${name(link.column)} IN (${records})`;
      }),
    ];
    return sql`SELECT id FROM (${joined(found, ' UNION ')})`;
  });
  return joined(byTerm, ' INTERSECT ');
}

type Scanned = (texts: SearchTexts, conditions: readonly Fragment[]) => Fragment;

function foundInOwn(list: ListFragments, own: SearchTexts, shape: SearchShape, scanned: Scanned): Fragment {
  const short = termsOf(shape).filter(({ isShort }) => isShort);
  if (shape.indexed === 0)
    return scanned(
      own,
      short.map(({ at }) => holds(text, at)),
    );
  return matched(
    list,
    own,
    'match',
    short.map(({ at }) => holds(raw('text'), at)),
  );
}

function matched(
  { rows: { table, owned } }: ListFragments,
  { name: texts }: SearchTexts,
  match: string,
  conditions: readonly Fragment[] = [],
): Fragment {
  const all = [sql`text MATCH ${param(match)}`, ...conditions, ...among(owned, table, raw('rowid'))];
  return sql`SELECT rowid AS id FROM temp.${name(texts)}${whereAll(all)}`;
}
