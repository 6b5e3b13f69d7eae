import { type AskedColumn, type Column, type ColumnOf, type Definition, incomingLinks, isLink, isAsked, isNamedByItself, linkedNameSql, namingSql, planScope, shownNameSql, type Table, withKind } from '@/core/definition';
import { analyseExpression, quoteName, type ValueType } from '@/core/expression';
import { type SearchIndex, searchName, searchTexts } from '@/core/engine';
import { unitsOf } from '@/core/unit';
import { ID, linkedName, SHOWN_NAME } from './columns';
import { ownSql } from './own';
import { type CompiledPeople, compilePeople } from './people';
import { type SearchTerms, selectAs, type Statement } from './statement';
import { type WriteStatements, writeStatements } from './writes';

type Plan = Pick<Definition, 'tables' | 'people'>;

/** An app ready to run: every statement that its screens use, and the screens with the paths between them. */
export interface CompiledApp {
  id: string;
  name: string;
  accent: Definition['theme']['accent'];
  tables: CompiledTable[];
  screens: Screen[];
  /** How many records each table has: one row, a column by table identifier. */
  counts: Statement | null;
  people: CompiledPeople | null;
}

/** A screen made for a table; `start` leads to every list, a list to its form and records, a record to its form. */
export type Screen =
  | { kind: 'start'; id: 'start'; title: string }
  | { kind: 'list' | 'form' | 'record'; id: string; title: string; tableId: string };

export interface CompiledTable {
  id: string;
  name: string;
  recordName: string;
  heading?: string;
  identifier: string;
  /** What its form asks for. */
  columns: AskedColumn[];
  /** What its list and its record show; what is computed stands as a column of the kind that it gives. */
  shown: Column[];
  /** The column that names a record, where one does. */
  namedBy: string | null;
  row: RowDesign;
  search: SearchIndex | null;
  /** Lists of the records that belong to one of this table, as its record screen shows them. */
  linked: LinkedList[];
  statements: TableStatements;
}

/** The many side of a link: which table's records they are, by which of its columns, and what they are called here. */
export interface LinkedList {
  tableId: string;
  column: ColumnOf<'link'>;
  title: string;
}

/** Which columns a row of the list shows beside the record's name. */
export interface RowDesign {
  /** Stands before the name; each row fetches its own. */
  picture: Column | null;
  line: Column[];
  edge: Column | null;
}

/** The order of a list: by the record's name or by one column. */
export interface Sort {
  by: 'name' | string;
  direction: 'ascending' | 'descending';
}
export const byName: Sort = { by: 'name', direction: 'ascending' };

/** Compiles a definition that `definitionFault` finds nothing wrong with. Pure; cheap enough to run at every edit. */
export function compileApp(definition: Definition): CompiledApp {
  const tables = definition.tables.map((table) => compileTable(definition, table));
  return {
    id: definition.id,
    name: definition.name,
    accent: definition.theme.accent,
    tables,
    screens: [{ kind: 'start', id: 'start', title: definition.name }, ...tables.flatMap(screensOf)],
    counts: countsStatement(definition),
    people: compilePeople(definition),
  };
}

function compileTable(plan: Definition, table: Table): CompiledTable {
  const { id, name, recordName, identifier } = table;
  const columns = table.columns.filter(isAsked);
  const shown = shownColumns(plan, table);
  const linked = incomingLinks(plan, id).map((link): LinkedList => ({ tableId: link.table.id, column: link.column, title: link.column.inverse }));
  const compiled = { id, name, recordName, ...(table.heading ? { heading: table.heading } : {}), identifier, columns, shown, namedBy: table.naming.kind === 'column' ? table.naming.columnId : null, row: rowDesign(table, shown), search: searchIndex(table), linked };
  return lazily(compiled, 'statements', () => tableStatements(plan, table));
}

/** `object` with a property that is made when it is first asked for: most tables of a large plan are not on screen. */
function lazily<O extends object, K extends string, T>(object: O, key: K, make: () => T): O & Record<K, T> {
  let made: T | undefined;
  return Object.defineProperty(object, key, { enumerable: true, get: () => (made ??= make()) }) as O & Record<K, T>;
}

function screensOf({ id, name, recordName }: CompiledTable): Screen[] {
  return [
    { kind: 'list', id: `list-${id}`, title: name, tableId: id },
    { kind: 'record', id: `record-${id}`, title: recordName, tableId: id },
    { kind: 'form', id: `form-${id}`, title: recordName, tableId: id },
  ];
}

/** Two short facts under the name, and at the right edge the figure or date that people look for. */
function rowDesign({ naming }: Table, shown: readonly Column[]): RowDesign {
  const others = shown.filter(({ id, kind }) => kind !== 'longText' && kind !== 'picture' && kind !== 'file' && !(naming.kind === 'column' && naming.columnId === id));
  const edge = others.find(({ kind }) => kind === 'money') ?? others.find(({ kind }) => kind === 'date' || kind === 'decimal' || kind === 'wholeNumber') ?? null;
  return { picture: shown.find(({ kind }) => kind === 'picture') ?? null, line: others.filter((column) => column !== edge && column.kind !== 'yesNo').slice(0, 2), edge };
}

function searchIndex({ id, identifier, columns }: Table): SearchIndex | null {
  const texts = columns.filter(({ kind, perPerson }) => !perPerson && (kind === 'text' || kind === 'longText' || kind === 'choice' || kind === 'barcode'));
  return texts.length === 0 ? null : { name: searchName(id), table: identifier, columns: texts.map((column) => column.identifier) };
}

function countsStatement(plan: Definition): Statement | null {
  const { tables } = plan;
  if (tables.length === 0) return null;
  const counts = tables.map(({ identifier }) => selectAs(`(SELECT count(*) FROM ${quoteName(identifier)})`, identifier));
  return { sql: ownSql(plan, `SELECT ${counts.join(', ')}`) };
}

/** What reads the records of one table, and what writes them. */
export interface TableStatements extends WriteStatements {
  /** One page of the list; parameters `limit`, `offset`, and those of the search or `ids`. */
  page(sort: Sort, narrowed: Narrowing): Statement;
  /** How many records the list has; parameters of the search. */
  count(narrowed: Narrowing): Statement;
  /** Which records a search finds, as a JSON array `ids`; parameters `most` and those of the search. */
  hits(search: SearchShape): Statement;
  /** One record; parameter `id`. */
  record: Statement;
  /** The picture of one record's row, under the column's identifier; parameter `id`. */
  picture: Statement | null;
  /** For each link of the table to itself that must not go round: gives a row where the record `id` comes to belong to itself. */
  circles: { column: Column; sql: string }[];
}

/** A search but for its words: its statements differ only in how many terms there are of each sort. */
export type SearchShape = Pick<SearchTerms, 'indexed' | 'short'>;

/** What a list is narrowed to: everything, a search, the ids that a search found, or those that a link leads to one record from (parameter `linked`). */
export type Narrowing = { kind: 'all' } | { kind: 'search'; shape: SearchShape } | { kind: 'ids' } | { kind: 'linked'; column: string };

/** The statements of one table. */
export function tableStatements(plan: Plan, table: Table): TableStatements {
  const from = quoteName(table.identifier);
  const row = rowDesign(table, shownColumns(plan, table));
  const search = searchIndex(table);
  const own = `${from}.`;
  const shown = [quoteName(ID), selectAs(shownNameSql(plan, table, own), SHOWN_NAME)];
  const guarded = (sql: string) => ownSql(plan, sql);
  const sqlOf = ({ id }: Column) => valueSql(plan, table, table.columns.find((each) => each.id === id) as Column);
  /** A column as it is read: a link comes with the name of its record. */
  const read = ({ id }: Column): string[] => {
    const column = table.columns.find((each) => each.id === id);
    if (!column) return [];
    const value = quoteName(column.identifier);
    if (isLink(column)) return [value, selectAs(linkedNameSql(plan, table, column, own), linkedName(column))];
    return [column.kind === 'expression' || column.perPerson ? selectAs(sqlOf(column), column.identifier) : value];
  };
  const rowColumns = [...[...row.line, ...(row.edge ? [row.edge] : [])].flatMap(read), ...(row.picture ? [selectAs(`${sqlOf(row.picture)} IS NOT NULL`, row.picture.identifier)] : [])];
  const holds = (text: string, terms: number) => Array.from({ length: terms }, (_, index) => `instr(${text}, :term${index}) > 0`);
  const texts = searchTexts(search?.name ?? '');
  // The index has everybody's rows.
  const among = (id: string) => (table.owned ? [`${id} IN (SELECT "id" FROM ${from})`] : []);
  /** The ids found: by trigrams, or where every term is too short for those, by a scan of the texts. */
  const found = ({ indexed, short }: SearchShape) =>
    indexed > 0
      ? `SELECT rowid AS id FROM temp.${quoteName(search?.name ?? '')} WHERE ${[`text MATCH :match`, ...holds('text', short), ...among('rowid')].join(' AND ')}`
      : `SELECT id FROM ${texts} WHERE ${[...holds('c0', short), ...among('id')].join(' AND ')}`;

  const source = (narrowed: Narrowing): string => {
    switch (narrowed.kind) {
      case 'all':
        return from;
      case 'search':
        // Not IN: the list is walked in its order, and the walk ends as soon as the page is full.
        return `${from} WHERE EXISTS (SELECT 1 FROM ${texts} s WHERE s.id = ${from}."id" AND ${holds('c0', narrowed.shape.indexed + narrowed.shape.short).join(' AND ')})`;
      case 'linked':
        return `${from} WHERE ${quoteName(narrowed.column)} = :linked`;
      case 'ids':
        // CROSS JOIN keeps SQLite from walking the whole list in its order to meet these few.
        return `(SELECT value AS "_found" FROM json_each(:ids)) CROSS JOIN ${from} ON "id" = "_found"`;
    }
  };

  return {
    page: (sort, narrowed) => ({
      sql: guarded(`SELECT ${[...shown, ...rowColumns].join(', ')} FROM ${source(narrowed)} ORDER BY ${orderBy(plan, table, sort)} LIMIT :limit OFFSET :offset`),
      ...(narrowed.kind === 'search' && search ? { search: search.name } : {}),
    }),
    count: (narrowed) =>
      narrowed.kind === 'search' && search
        ? { sql: guarded(`SELECT count(*) AS "count" FROM (${found(narrowed.shape)})`), search: search.name }
        : { sql: guarded(`SELECT count(*) AS "count" FROM ${source(narrowed)}`) },
    hits: (shape) => ({
      sql: guarded(`SELECT json_group_array(id) AS "ids" FROM (${found(shape)} LIMIT :most)`),
      ...(search ? { search: search.name } : {}),
    }),
    record: { sql: guarded(`SELECT ${[...shown, ...table.columns.flatMap(read)].join(', ')} FROM ${from} WHERE "id" = :id`) },
    picture: row.picture ? { sql: guarded(`SELECT ${selectAs(sqlOf(row.picture), row.picture.identifier)} FROM ${from} WHERE "id" = :id`) } : null,
    circles: table.columns.filter((column) => isLink(column) && column.acyclic === true).map((column) => ({ column, sql: guarded(circleSql(from, quoteName(column.identifier))) })),
    ...writeStatements(plan, table),
  };
}

/** Follows a link upwards from the record `id`; UNION ends a walk that goes round without it. */
function circleSql(from: string, link: string): string {
  return `WITH RECURSIVE above(id) AS (SELECT ${link} FROM ${from} WHERE "id" = :id UNION SELECT t.${link} FROM ${from} t JOIN above ON t."id" = above.id) SELECT 1 AS "circle" FROM above WHERE id = :id`;
}

/** The columns to show; a computed one as a column of the kind that its expression gives. */
export function shownColumns(plan: Plan, table: Table): Column[] {
  const scope = planScope(plan)(table.id);
  return table.columns.map((column) => (column.kind === 'expression' ? ofType(column, analyseExpression(column.text, scope).type) : column));
}

/** A computed column as one of the kind that its expression gives, for formatting. */
export function ofType({ id, name, identifier, required, unique, default: none }: Pick<Column, 'id' | 'name' | 'identifier' | 'required' | 'unique' | 'default'>, type: ValueType): Column {
  const common = { id, name, identifier, required, unique, default: none };
  switch (type.kind) {
    case 'money':
      return { ...common, kind: 'money', currency: type.currency };
    case 'number':
      return type.places === 0 ? { ...common, kind: 'wholeNumber' } : { ...common, kind: 'decimal', places: Math.min(type.places ?? 2, 4) };
    case 'yesNo':
    case 'date':
      return { ...common, kind: type.kind };
    case 'measure':
      return { ...common, ...(withKind({ ...common }, 'measure') as ColumnOf<'measure'>), quantity: type.quantity, unit: unitsOf(type.quantity)[1] ?? '', identifier };
    default:
      return { ...common, kind: 'text' };
  }
}

/** The value of a column in a row: as it stands there, computed, or what the person who is signed in has of it. */
function valueSql(plan: Plan, table: Table, column: Column): string {
  if (column.kind !== 'expression' && !column.perPerson) return quoteName(column.identifier);
  return analyseExpression(column.kind === 'expression' ? column.text : quoteName(column.identifier), planScope(plan)(table.id), `${quoteName(table.identifier)}.`).sql;
}

function orderBy(plan: Plan, table: Table, sort: Sort): string {
  const direction = sort.direction === 'descending' ? ' DESC' : '';
  const column = table.columns.find(({ id }) => id === sort.by);
  const key = column ? orderKey(plan, table, column) : `${namingSql(plan, table, isNamedByItself(plan, table) ? '' : `${quoteName(table.identifier)}.`)} COLLATE NOCASE`;
  return `${key}${direction}, "id"${direction}`;
}

function orderKey(plan: Plan, table: Table, column: Column): string {
  const { kind } = column;
  if (isLink(column)) return `${linkedNameSql(plan, table, column, `${quoteName(table.identifier)}.`)} COLLATE NOCASE`;
  if (column.kind === 'expression') return valueSql(plan, table, column);
  const textual = kind === 'text' || kind === 'longText' || kind === 'choice';
  return `${valueSql(plan, table, column)}${textual ? ' COLLATE NOCASE' : ''}`;
}
