import { type Column, type Definition, namingSql, shownNameSql, type Table } from '@/core/definition';
import { quoteName } from '@/core/expression';
import { type SearchIndex, searchName, searchTexts } from '@/core/engine';
import { type SearchTerms, selectAs, type Statement } from './statement';

/** An app ready to run: every statement that its screens use, and the screens with the paths between them. */
export interface CompiledApp {
  id: string;
  name: string;
  accent: Definition['theme']['accent'];
  tables: CompiledTable[];
  screens: Screen[];
  /** How many records each table has: one row, a column by table identifier. */
  counts: Statement | null;
}

/** A screen made for a table; `start` leads to every list, a list to its form and records, a record to its form. */
export type Screen =
  | { kind: 'start'; id: 'start'; title: string }
  | { kind: 'list' | 'form' | 'record'; id: string; title: string; tableId: string };

export interface CompiledTable {
  id: string;
  name: string;
  recordName: string;
  identifier: string;
  columns: Column[];
  row: RowDesign;
  search: SearchIndex | null;
  statements: TableStatements;
}

/** Which columns a row of the list shows beside the record's name. */
export interface RowDesign {
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
  const tables = definition.tables.map(compileTable);
  return {
    id: definition.id,
    name: definition.name,
    accent: definition.theme.accent,
    tables,
    screens: [{ kind: 'start', id: 'start', title: definition.name }, ...tables.flatMap(screensOf)],
    counts: countsStatement(definition.tables),
  };
}

function compileTable(table: Table): CompiledTable {
  const { id, name, recordName, identifier, columns } = table;
  return { id, name, recordName, identifier, columns, row: rowDesign(table), search: searchIndex(table), statements: tableStatements(table) };
}

function screensOf({ id, name, recordName }: CompiledTable): Screen[] {
  return [
    { kind: 'list', id: `list-${id}`, title: name, tableId: id },
    { kind: 'record', id: `record-${id}`, title: recordName, tableId: id },
    { kind: 'form', id: `form-${id}`, title: recordName, tableId: id },
  ];
}

/** Two short facts under the name, and at the right edge the figure or date that people look for. */
function rowDesign({ columns, naming }: Table): RowDesign {
  const others = columns.filter(({ id, kind }) => kind !== 'longText' && !(naming.kind === 'column' && naming.columnId === id));
  const edge = others.find(({ kind }) => kind === 'money') ?? others.find(({ kind }) => kind === 'date' || kind === 'decimal' || kind === 'wholeNumber') ?? null;
  return { line: others.filter((column) => column !== edge && column.kind !== 'yesNo').slice(0, 2), edge };
}

function searchIndex({ id, identifier, columns }: Table): SearchIndex | null {
  const texts = columns.filter(({ kind }) => kind === 'text' || kind === 'longText' || kind === 'choice' || kind === 'barcode');
  return texts.length === 0 ? null : { name: searchName(id), table: identifier, columns: texts.map((column) => column.identifier) };
}

function countsStatement(tables: readonly Table[]): Statement | null {
  if (tables.length === 0) return null;
  const counts = tables.map(({ identifier }) => selectAs(`(SELECT count(*) FROM ${quoteName(identifier)})`, identifier));
  return { sql: `SELECT ${counts.join(', ')}` };
}

/** Columns that the statements of a table give beside the record's own. */
export const ID = 'id';
export const SHOWN_NAME = '_name';

export interface TableStatements {
  /** One page of the list; parameters `limit`, `offset`, and those of the search or `ids`. */
  page(sort: Sort, narrowed: Narrowing): Statement;
  /** How many records the list has; parameters of the search. */
  count(narrowed: Narrowing): Statement;
  /** Which records a search finds, as a JSON array `ids`; parameters `most` and those of the search. */
  hits(search: SearchShape): Statement;
  /** One record; parameter `id`. */
  record: Statement;
  /** Parameters by column identifier. */
  insert: Statement;
  update: Statement;
  remove: Statement;
}

/** A search but for its words: its statements differ only in how many terms there are of each sort. */
export type SearchShape = Pick<SearchTerms, 'indexed' | 'short'>;

/** What a list is narrowed to: everything, a search, or the ids that a search found. */
export type Narrowing = { kind: 'all' } | { kind: 'search'; shape: SearchShape } | { kind: 'ids' };

/** The statements of one table. */
export function tableStatements(table: Table): TableStatements {
  const from = quoteName(table.identifier);
  const row = rowDesign(table);
  const search = searchIndex(table);
  const names = table.columns.map(({ identifier }) => quoteName(identifier));
  const shown = [quoteName(ID), selectAs(shownNameSql(table), SHOWN_NAME)];
  const rowColumns = [...row.line, ...(row.edge ? [row.edge] : [])].map(({ identifier }) => quoteName(identifier));
  const holds = (text: string, terms: number) => Array.from({ length: terms }, (_, index) => `instr(${text}, :term${index}) > 0`);
  const texts = searchTexts(search?.name ?? '');
  /** The ids found: by trigrams, or where every term is too short for those, by a scan of the texts. */
  const found = ({ indexed, short }: SearchShape) =>
    indexed > 0
      ? `SELECT rowid AS id FROM temp.${quoteName(search?.name ?? '')} WHERE ${[`text MATCH :match`, ...holds('text', short)].join(' AND ')}`
      : `SELECT id FROM ${texts} WHERE ${holds('c0', short).join(' AND ')}`;

  const source = (narrowed: Narrowing): string => {
    switch (narrowed.kind) {
      case 'all':
        return from;
      case 'search':
        // Not IN: the list is walked in its order, and the walk ends as soon as the page is full.
        return `${from} WHERE EXISTS (SELECT 1 FROM ${texts} s WHERE s.id = ${from}."id" AND ${holds('c0', narrowed.shape.indexed + narrowed.shape.short).join(' AND ')})`;
      case 'ids':
        // CROSS JOIN keeps SQLite from walking the whole list in its order to meet these few.
        return `(SELECT value AS "_found" FROM json_each(:ids)) CROSS JOIN ${from} ON "id" = "_found"`;
    }
  };

  return {
    page: (sort, narrowed) => ({
      sql: `SELECT ${[...shown, ...rowColumns].join(', ')} FROM ${source(narrowed)} ORDER BY ${orderBy(table, sort)} LIMIT :limit OFFSET :offset`,
      ...(narrowed.kind === 'search' && search ? { search: search.name } : {}),
    }),
    count: (narrowed) =>
      narrowed.kind === 'search' && search
        ? { sql: `SELECT count(*) AS "count" FROM (${found(narrowed.shape)})`, search: search.name }
        : { sql: `SELECT count(*) AS "count" FROM ${source(narrowed)}` },
    hits: (shape) => ({
      sql: `SELECT json_group_array(id) AS "ids" FROM (${found(shape)} LIMIT :most)`,
      ...(search ? { search: search.name } : {}),
    }),
    record: { sql: `SELECT ${[...shown, ...names].join(', ')} FROM ${from} WHERE "id" = :id` },
    insert: { sql: `INSERT INTO ${from} (${names.join(', ')}) VALUES (${table.columns.map(({ identifier }) => `:${identifier}`).join(', ')})` },
    update: { sql: `UPDATE ${from} SET ${table.columns.map(({ identifier }) => `${quoteName(identifier)} = :${identifier}`).join(', ')} WHERE "id" = :id` },
    remove: { sql: `DELETE FROM ${from} WHERE "id" = :id` },
  };
}

function orderBy(table: Table, sort: Sort): string {
  const direction = sort.direction === 'descending' ? ' DESC' : '';
  const column = table.columns.find(({ id }) => id === sort.by);
  const key = column ? orderKey(column) : `${namingSql(table)} COLLATE NOCASE`;
  return `${key}${direction}, "id"${direction}`;
}

function orderKey({ kind, identifier }: Column): string {
  const textual = kind === 'text' || kind === 'longText' || kind === 'choice';
  return `${quoteName(identifier)}${textual ? ' COLLATE NOCASE' : ''}`;
}
