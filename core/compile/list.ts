import {
  analysed,
  type Column,
  columnAtPath,
  columnText,
  isLink,
  type ListScreen,
  madeRow,
  planScope,
  type Query,
  type RowDesign,
  shownColumns,
  shownNameSql,
  type SortBy,
  type Table,
} from '@/core/definition';
import { type SearchIndex, searchName, searchTexts } from '@/core/engine';
import { analyseExpression, quoteName } from '@/core/expression';
import { ID, SHOWN_NAME } from './columns';
import { ownSql } from './own';
import { type CompiledRow, compileRow } from './row';
import { orderBy, type Sort } from './order';
import { queryConditions } from './query';
import {
  type CompiledSlot,
  compileSlot,
  type CompiledTotal,
  compileTotals,
  isLinkedText,
  type Plan,
  select,
  sqlOf,
} from './slot';
import { type SearchTerms, selectAs, type Statement } from './statement';

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

/** What reads the rows of a list. */
export interface ListStatements {
  /**
   * One page; parameters `limit`, `offset` and those of the narrowing. `bare` leaves out all that a row shows but its
   * name.
   */
  page(sort: Sort, narrowed: Narrowing, bare?: boolean): Statement;
  /** How many records the list has, as `count`. */
  count(narrowed: Narrowing): Statement;
  /** Which records a search finds, as a JSON array `ids`; parameters `most` and those of the search. */
  hits(search: SearchShape): Statement;
  /** For each section its value, how many records it has, and its totals. */
  sections(narrowed: Narrowing): Statement | null;
  totals(narrowed: Narrowing): Statement | null;
}

export interface CompiledList {
  tableId: string;
  row: CompiledRow;
  /** What a search looks through has an index where it is the table's own; null where there is no search. */
  search: SearchIndex | null;
  searches: boolean;
  /** Whether it has fewer rows than its table. */
  narrows: boolean;
  /** Columns that people may sort and filter by. */
  sorts: Column[];
  filters: Column[];
  section: { slot: CompiledSlot; totals: CompiledTotal[] } | null;
  totals: CompiledTotal[];
  statements: ListStatements;
}

export interface ListSource {
  row?: RowDesign;
  query?: Query;
  sort?: readonly SortBy[];
  section?: ListScreen['section'];
  totals?: ListScreen['totals'];
  search?: ListScreen['search'];
  filters?: readonly string[];
  userSort?: boolean;
  /** What a report groups by, as SQL: the list can be narrowed to one group. */
  group?: string;
}

export const SECTION = '_section';
export const COUNT = 'count';

/** The index of a table's own texts. */
export function searchIndex({ id, identifier, columns }: Table): SearchIndex | null {
  const texts = columns.filter(
    ({ kind, perPerson }) =>
      !perPerson && (kind === 'text' || kind === 'longText' || kind === 'choice' || kind === 'barcode'),
  );
  return texts.length === 0
    ? null
    : { name: searchName(id), table: identifier, columns: texts.map((column) => column.identifier) };
}

/** Compiles a list over the rows of a table, or over those that a query selects. */
export function compileList(plan: Plan, table: Table, source: ListSource = {}): CompiledList {
  const design = source.row ?? madeRow(plan, table);
  const { row, selected } = compileRow(plan, table, design);
  const shown = shownColumns(plan, table);
  const sortable = shown.filter(({ kind }) => kind !== 'longText' && kind !== 'picture' && kind !== 'file');
  const filterable = sortable.filter(
    ({ kind }) =>
      kind === 'choice' ||
      kind === 'yesNo' ||
      kind === 'date' ||
      kind === 'link' ||
      kind === 'money' ||
      kind === 'wholeNumber' ||
      kind === 'decimal',
  );
  const section = source.section ? compileSection(plan, table, source.section) : null;
  const totals = compileTotals(plan, table, source.totals, '_total');
  const sorts = source.query?.order && !source.sort ? source.query.order : (source.sort ?? []);
  const from = quoteName(table.identifier);
  const own = `${from}.`;
  const guarded = (sql: string) => ownSql(plan, sql);
  const searching = searchOf(plan, table, design, source.search ?? 'all');

  const conditions = [...(source.query ? queryConditions(plan, table, source.query) : [])];
  const where = (narrowed: Narrowing): string => {
    const all = [
      ...conditions,
      ...(narrowed.search ? searching.walked(narrowed.search) : []),
      ...(narrowed.linked === undefined ? [] : [`${own}${quoteName(narrowed.linked)} = :linked`]),
      ...(narrowed.filters ?? []).flatMap((filter, index) => filterSql(plan, table, filter, index)),
      ...(narrowed.group && source.group !== undefined ? [`${source.group} IS :group`] : []),
    ];
    // CROSS JOIN keeps SQLite from walking the whole list in its order to meet these few.
    const base = narrowed.ids
      ? `(SELECT value AS "_found" FROM json_each(:ids)) CROSS JOIN ${from} ON ${own}"id" = "_found"`
      : from;
    return all.length === 0 ? base : `${base} WHERE ${all.join(' AND ')}`;
  };
  const indexed = (sql: string, narrowed: Narrowing): Statement => ({
    sql: guarded(sql),
    ...(narrowed.search && searching.index ? { search: searching.index.name } : {}),
  });
  const named = [own + quoteName(ID), selectAs(shownNameSql(plan, table, own), SHOWN_NAME)];
  const order = (sort: Sort) => [...(section ? [section.order] : []), ...orderBy(plan, table, sort, sorts)].join(', ');
  const head = section ? [selectAs(section.sql, SECTION)] : [];
  return {
    tableId: table.id,
    row,
    search: searching.index,
    searches: searching.searches,
    narrows: conditions.length > 0,
    sorts: source.userSort === false ? [] : sortable,
    filters: source.filters ? filterable.filter(({ id }) => source.filters?.includes(id)) : filterable,
    section: section && { slot: section.slot, totals: section.totals.totals },
    totals: totals.totals,
    statements: {
      page: (sort, narrowed, bare = false) =>
        indexed(
          `SELECT ${[...named, ...head, ...(bare ? [] : select(selected))].join(', ')} FROM ${where(narrowed)} ORDER BY ${order(sort)} LIMIT :limit OFFSET :offset`,
          narrowed,
        ),
      count: (narrowed) => {
        const onlySearched =
          narrowed.search &&
          conditions.length === 0 &&
          narrowed.linked === undefined &&
          !narrowed.group &&
          (narrowed.filters ?? []).length === 0;
        return onlySearched && narrowed.search
          ? indexed(`SELECT count(*) AS ${quoteName(COUNT)} FROM (${searching.found(narrowed.search)})`, narrowed)
          : indexed(`SELECT count(*) AS ${quoteName(COUNT)} FROM ${where(narrowed)}`, narrowed);
      },
      hits: (shape) =>
        indexed(`SELECT json_group_array(id) AS "ids" FROM (${searching.found(shape)} LIMIT :most)`, { search: shape }),
      sections: (narrowed) =>
        section
          ? indexed(
              `SELECT ${[selectAs(section.sql, SECTION), selectAs('count(*)', COUNT), ...select(section.totals.selected)].join(', ')} FROM ${where(narrowed)} GROUP BY 1 ORDER BY ${section.sql}${section.descends ? ' DESC' : ''}`,
              narrowed,
            )
          : null,
      totals: (narrowed) =>
        totals.totals.length === 0
          ? null
          : indexed(`SELECT ${select(totals.selected).join(', ')} FROM ${where(narrowed)}`, narrowed),
    },
  };
}

function compileSection(
  plan: Plan,
  table: Table,
  { text, format, direction, totals }: NonNullable<ListScreen['section']>,
) {
  const { slot } = compileSlot(plan, table, { id: 'section', text, ...(format ? { format } : {}) }, SECTION);
  const sql = sqlOf(plan, table, text);
  const descends = direction === 'descending';
  return {
    slot,
    sql,
    descends,
    order: `${sql}${descends ? ' DESC' : ''}`,
    totals: compileTotals(plan, table, totals, '_sum'),
  };
}

function filterSql(plan: Plan, table: Table, { columnId, op }: Filter, index: number): string[] {
  const column = table.columns.find(({ id }) => id === columnId);
  if (!column) return [];
  const value = isLink(column)
    ? `${quoteName(table.identifier)}.${quoteName(column.identifier)}`
    : sqlOf(plan, table, columnText(column));
  switch (op) {
    case 'is':
      return [`${value} = :f${index}`];
    case 'blank':
      return [`${value} IS NULL`];
    case 'from':
      return [`${value} >= :f${index}`];
    case 'to':
      return [`${value} <= :f${index}`];
  }
}

/** How a list is searched: by the index of the table's own texts, and by the texts of links that its row shows. */
function searchOf(plan: Plan, table: Table, design: RowDesign, mode: NonNullable<ListScreen['search']>) {
  const from = quoteName(table.identifier);
  const index = mode === 'none' ? null : searchIndex(table);
  const slots = [design.title, design.badge, ...design.lines, ...design.edge].filter((slot) => slot !== undefined);
  const linked =
    mode === 'none' ? [] : slots.filter(({ text }) => isLinkedText(plan, table.id, text)).map(({ text }) => text);
  const texts = searchTexts(index?.name ?? '');
  /** What the row shows as text, where the search is to look through nothing else. */
  const only =
    mode === 'slots'
      ? foldSql([
          ...(design.title ? [] : [shownNameSql(plan, table, `${from}.`)]),
          ...slots
            .filter(({ text }) => analysed(plan, table.id, text).type.kind === 'text')
            .map(({ text }) => sqlOf(plan, table, text)),
        ])
      : null;
  const linkedText = linked.length > 0 ? foldSql(linked.map((text) => sqlOf(plan, table, text))) : null;

  const termsOf = ({ indexed, short }: SearchShape) =>
    Array.from({ length: indexed + short }, (_, at) => ({ at, isShort: at < short }));
  const holds = (text: string, at: number) => `instr(${text}, :term${at}) > 0`;
  const inOwn = (at: number) => `EXISTS (SELECT 1 FROM ${texts} s WHERE s.id = ${from}."id" AND ${holds('c0', at)})`;

  /**
   * Conditions on a row of the list. Not IN: the list is walked in its order, and the walk ends as soon as the page is
   * full.
   */
  const walked = (shape: SearchShape): string[] => {
    const terms = termsOf(shape);
    if (only) return terms.map(({ at }) => holds(only, at));
    if (!linkedText)
      return index
        ? [
            `EXISTS (SELECT 1 FROM ${texts} s WHERE s.id = ${from}."id" AND ${terms.map(({ at }) => holds('c0', at)).join(' AND ')})`,
          ]
        : ['0'];
    return terms.map(({ at }) => `(${[...(index ? [inOwn(at)] : []), holds(linkedText, at)].join(' OR ')})`);
  };
  /**
   * The ids found. Own texts go by trigrams, or where a term is too short for those, by a scan of the texts; linked
   * ones by the records that they are of.
   */
  const found = (shape: SearchShape): string => {
    // The index has everybody's rows.
    const among = (id: string) => (table.owned ? [`${id} IN (SELECT "id" FROM ${from})`] : []);
    const terms = termsOf(shape);
    if (only)
      return `SELECT ${from}."id" AS id FROM ${from} WHERE ${terms.map(({ at }) => holds(only, at)).join(' AND ')}`;
    if (!linkedText) {
      if (!index) return 'SELECT 0 AS id WHERE 0';
      const short = terms.filter(({ isShort }) => isShort);
      if (shape.indexed === 0)
        return `SELECT id FROM ${texts} WHERE ${[...short.map(({ at }) => holds('c0', at)), ...among('id')].join(' AND ')}`;
      return `SELECT rowid AS id FROM temp.${quoteName(index.name)} WHERE ${['text MATCH :match', ...short.map(({ at }) => holds('text', at)), ...among('rowid')].join(' AND ')}`;
    }
    const byTerm = terms.map(({ at, isShort }) => {
      const ownHits = index
        ? [
            isShort
              ? `SELECT id FROM ${texts} WHERE ${[holds('c0', at), ...among('id')].join(' AND ')}`
              : `SELECT rowid AS id FROM temp.${quoteName(index.name)} WHERE ${[`text MATCH :match${at}`, ...among('rowid')].join(' AND ')}`,
          ]
        : [];
      return `SELECT id FROM (${[...ownHits, ...linked.map((text) => linkedHits(plan, table, text, at))].join(' UNION ')})`;
    });
    return byTerm.join(' INTERSECT ');
  };
  return {
    index,
    searches: mode !== 'none' && (index !== null || linkedText !== null || only !== null),
    walked,
    found,
  };
}

/**
 * The records whose text at the end of a path holds a term: found at the records that the path's first link leads to,
 * which are fewer.
 */
function linkedHits(plan: Plan, table: Table, text: string, at: number): string {
  const from = quoteName(table.identifier);
  const [first = '', ...rest] = text.split('.');
  const link = columnAtPath(plan, table.id, first)?.column;
  const target =
    link && isLink(link) && columnAtPath(plan, table.id, text)
      ? plan.tables.find(({ id }) => id === link.tableId)
      : undefined;
  if (!target || !link)
    return `SELECT ${from}."id" AS id FROM ${from} WHERE instr(${foldSql([sqlOf(plan, table, text)])}, :term${at}) > 0`;
  const to = quoteName(target.identifier);
  const shown =
    rest.length === 0
      ? shownNameSql(plan, target, `${to}.`)
      : analyseExpression(rest.join('.'), planScope(plan)(target.id), `${to}.`).sql;
  return `SELECT ${from}."id" AS id FROM ${from} WHERE ${from}.${quoteName(link.identifier)} IN (SELECT ${to}."id" FROM ${to} WHERE instr(${foldSql([shown])}, :term${at}) > 0)`;
}

const foldSql = (texts: readonly string[]): string =>
  `fold(${texts.map((sql) => `coalesce(${sql}, '')`).join(' || char(10) || ')})`;
