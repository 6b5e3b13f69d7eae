import { quoteName, quoteText } from '@/core/expression';

type SourceRow = Record<string, unknown>;
/** Runs a SELECT on the database that is looked at. */
export type SourceRows = (sql: string) => SourceRow[];

/** What the values of a column are, counted over all rows. */
export interface ColumnFacts {
  filled: number;
  ints: number;
  reals: number;
  texts: number;
  blobs: number;
  /** Integers 0 and 1; words for yes and no; ISO 8601 dates, times, and dates with a time. */
  bits: number;
  words: number;
  dates: number;
  times: number;
  moments: number;
  /** Integers beyond what a number holds exactly, and reals that are infinite. */
  unsafe: number;
  infinite: number;
  /** The most decimals of a real, to nine. */
  places: number;
  longest: number;
  lines: number;
  pictures: number;
  largest: number;
}

export interface SourceColumn {
  name: string;
  /** As declared, in capitals. */
  type: string;
  notNull: boolean;
  default: string | null;
  /** The place in the primary key from 1, or 0. */
  key: number;
  generated: boolean;
  facts: ColumnFacts;
}

export interface ForeignKey {
  table: string;
  /** Columns here, and there; none there where they are those of its primary key. */
  from: string[];
  to: string[];
  onDelete: string;
  /** How many rows refer to none there; null where what it refers to does not tell rows apart. */
  astray: number | null;
}

export interface SourceIndex {
  name: string;
  unique: boolean;
  /** Made with CREATE INDEX, not by a constraint. */
  explicit: boolean;
  partial: boolean;
  /** Null for an expression. */
  columns: (string | null)[];
}

export interface SourceTable {
  name: string;
  sql: string;
  withoutRowid: boolean;
  rows: number;
  columns: SourceColumn[];
  foreignKeys: ForeignKey[];
  indexes: SourceIndex[];
  /** The least rowid, or null. */
  leastId: number | null;
}

/** A database file looked over: its tables with their facts, and what is no table. */
export interface Source {
  tables: SourceTable[];
  views: string[];
  triggers: { name: string; table: string }[];
  virtual: string[];
}

const FACTS_A_CALL = 20;

/** Looks a whole database over. Reads only; runs neither its views nor its triggers. */
export function readSource(rows: SourceRows): Source {
  const list = rows("SELECT name, type, wr FROM pragma_table_list WHERE schema = 'main' AND name NOT LIKE 'sqlite\\_%' ESCAPE '\\' AND name NOT LIKE '\\_fern%' ESCAPE '\\' ORDER BY name");
  const named = (type: string) => list.filter((each) => each.type === type).map(({ name }) => String(name));
  return {
    tables: list.filter(({ type }) => type === 'table').map(({ name, wr }) => readTable(rows, String(name), wr === 1)),
    views: named('view'),
    virtual: named('virtual'),
    triggers: rows("SELECT name, tbl_name FROM sqlite_schema WHERE type = 'trigger' ORDER BY name").map((each) => ({ name: String(each.name), table: String(each.tbl_name) })),
  };
}

function readTable(rows: SourceRows, name: string, withoutRowid: boolean): SourceTable {
  const of = quoteText(name);
  const [schema] = rows(`SELECT sql FROM sqlite_schema WHERE type = 'table' AND name = ${of}`);
  const columns = rows(`SELECT name, type, "notnull" AS required, dflt_value, pk, hidden FROM pragma_table_xinfo(${of}) WHERE hidden <> 1 ORDER BY cid`);
  const facts: ColumnFacts[] = [];
  for (let start = 0; start < columns.length; start += FACTS_A_CALL) facts.push(...readFacts(rows, name, columns.slice(start, start + FACTS_A_CALL).map((column) => String(column.name))));
  const [counted] = rows(`SELECT count(*) AS rows, ${withoutRowid ? 'NULL' : 'min(rowid)'} AS least FROM ${quoteName(name)}`);
  return {
    name,
    sql: String(schema?.sql ?? ''),
    withoutRowid,
    rows: Number(counted?.rows ?? 0),
    leastId: counted?.least === null || counted?.least === undefined ? null : Number(counted.least),
    columns: columns.map((column, index) => ({
      name: String(column.name),
      type: String(column.type ?? '').toUpperCase(),
      notNull: column.required === 1,
      default: column.dflt_value === null ? null : String(column.dflt_value),
      key: Number(column.pk),
      generated: Number(column.hidden) > 1,
      facts: facts[index] as ColumnFacts,
    })),
    foreignKeys: readForeignKeys(rows, of),
    indexes: rows(`SELECT name, "unique" AS distinct_, origin, partial FROM pragma_index_list(${of})`)
      .filter(({ origin }) => origin !== 'pk')
      .map((index) => ({
        name: String(index.name),
        unique: index.distinct_ === 1,
        explicit: index.origin === 'c',
        partial: index.partial === 1,
        columns: rows(`SELECT name FROM pragma_index_info(${quoteText(String(index.name))}) ORDER BY seqno`).map((column) => (column.name === null ? null : String(column.name))),
      })),
  };
}

function readForeignKeys(rows: SourceRows, of: string): ForeignKey[] {
  const keys = new Map<number, ForeignKey>();
  for (const each of rows(`SELECT id, "table" AS parent, "from" AS here, "to" AS there, on_delete FROM pragma_foreign_key_list(${of}) ORDER BY id, seq`)) {
    const key = keys.get(Number(each.id)) ?? { table: String(each.parent), from: [], to: [], onDelete: String(each.on_delete), astray: 0 };
    key.from.push(String(each.here));
    if (each.there !== null) key.to.push(String(each.there));
    keys.set(Number(each.id), key);
  }
  try {
    for (const { key, count } of rows(`SELECT fkid AS key, count(*) AS count FROM pragma_foreign_key_check(${of}) GROUP BY fkid`)) {
      const found = keys.get(Number(key));
      if (found) found.astray = Number(count);
    }
  } catch {
    // SQLite refuses to check where one of them does not lead to a key; it does not say which.
    for (const key of keys.values()) key.astray = null;
  }
  // SQLite lists the last one first.
  return [...keys.values()].reverse();
}

const PICTURE = (v: string) => `(substr(${v}, 1, 4) = x'89504E47' OR substr(${v}, 1, 3) = x'FFD8FF' OR substr(${v}, 1, 4) = x'47494638' OR (substr(${v}, 1, 4) = x'52494646' AND substr(${v}, 9, 4) = x'57454250'))`;
const WORDS = "('true', 'false', 'yes', 'no', 't', 'f', 'y', 'n')";

function readFacts(rows: SourceRows, table: string, names: readonly string[]): ColumnFacts[] {
  const asked = names.flatMap((name, index) => {
    const v = quoteName(name);
    const sum = (fact: keyof ColumnFacts, condition: string) => `total(${condition}) AS ${quoteName(`${index} ${fact}`)}`;
    const most = (fact: keyof ColumnFacts, value: string) => `max(${value}) AS ${quoteName(`${index} ${fact}`)}`;
    const is = (type: string) => `typeof(${v}) = '${type}'`;
    const isText = is('text');
    const places = [0, 1, 2, 3, 4, 5, 6, 7, 8].map((digits) => `WHEN round(${v}, ${digits}) = ${v} THEN ${digits}`).join(' ');
    return [
      sum('filled', `${v} IS NOT NULL`),
      sum('ints', is('integer')),
      sum('reals', is('real')),
      sum('texts', isText),
      sum('blobs', is('blob')),
      sum('bits', `${is('integer')} AND ${v} IN (0, 1)`),
      sum('words', `${isText} AND lower(${v}) IN ${WORDS}`),
      sum('dates', `${isText} AND date(${v}) IS ${v}`),
      sum('times', `${isText} AND strftime('%H:%M', ${v}) IS ${v}`),
      sum('moments', `${isText} AND length(${v}) >= 16 AND datetime(${v}) IS NOT NULL`),
      sum('unsafe', `${is('integer')} AND (${v} > 9007199254740991 OR ${v} < -9007199254740991)`),
      sum('infinite', `${is('real')} AND ${v} - ${v} IS NULL`),
      most('places', `CASE WHEN ${is('real')} THEN CASE ${places} ELSE 9 END ELSE 0 END`),
      most('longest', `CASE WHEN ${isText} THEN length(${v}) ELSE 0 END`),
      sum('lines', `${isText} AND instr(${v}, char(10)) > 0`),
      sum('pictures', `${is('blob')} AND ${PICTURE(v)}`),
      most('largest', `CASE WHEN ${is('blob')} THEN length(${v}) ELSE 0 END`),
    ];
  });
  const [row = {}] = asked.length === 0 ? [] : rows(`SELECT ${asked.join(', ')} FROM ${quoteName(table)}`);
  const keys: (keyof ColumnFacts)[] = ['filled', 'ints', 'reals', 'texts', 'blobs', 'bits', 'words', 'dates', 'times', 'moments', 'unsafe', 'infinite', 'places', 'longest', 'lines', 'pictures', 'largest'];
  return names.map((_, index) => Object.fromEntries(keys.map((key) => [key, Number(row[`${index} ${key}`] ?? 0)])) as unknown as ColumnFacts);
}
