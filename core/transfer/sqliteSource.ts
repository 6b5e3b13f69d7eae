import { type ColumnFacts, FACTS_A_CALL, NOTHING, readFacts } from './columnFacts';
import { FILE_SCHEMA, type SourceRow, type SourceRows } from './sourceRows';
import { quoteName, quoteText } from '@/core/sql';

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
  /** The least rowid, or null; and the highest. */
  leastId: number | null;
  highestId: number;
}

/** A database file looked over: its tables with their facts, and what is no table. */
export interface Source {
  tables: SourceTable[];
  views: string[];
  triggers: { name: string; table: string }[];
  virtual: string[];
}

/**
 * Looks the whole database over that stands beside as `FILE_SCHEMA`. Reads only; runs neither its views nor its
 * triggers.
 */
export function readSource(rows: SourceRows): Source {
  const list = rows(
    `SELECT name, type, wr FROM pragma_table_list WHERE schema = '${FILE_SCHEMA}'
      AND name NOT LIKE 'sqlite\\_%' ESCAPE '\\' AND name NOT LIKE '\\_fern%' ESCAPE '\\' ORDER BY name`,
  );
  const named = (type: string) => list.filter((each) => each.type === type).map(({ name }) => String(name));
  return {
    tables: list.filter(({ type }) => type === 'table').map(({ name, wr }) => readTable(rows, String(name), wr === 1)),
    views: named('view'),
    virtual: named('virtual'),
    triggers: rows(`SELECT name, tbl_name FROM ${FILE_SCHEMA}.sqlite_schema WHERE type = 'trigger' ORDER BY name`).map(
      (each) => ({ name: String(each.name), table: String(each.tbl_name) }),
    ),
  };
}

function readTable(rows: SourceRows, name: string, withoutRowid: boolean): SourceTable {
  const of = quoteText(name);
  const [schema] = rows(`SELECT sql FROM ${FILE_SCHEMA}.sqlite_schema WHERE type = 'table' AND name = ${of}`);
  const columns = rows(
    `SELECT name, type, "notnull" AS required, dflt_value, pk, hidden FROM pragma_table_xinfo(${of}, '${FILE_SCHEMA}')
      WHERE hidden <> 1 ORDER BY cid`,
  );
  const [counted] = rows(
    `SELECT count(*) AS rows,
      ${withoutRowid ? 'NULL AS least, NULL AS highest' : 'min(rowid) AS least, max(rowid) AS highest'}
      FROM ${FILE_SCHEMA}.${quoteName(name)}`,
  );
  const keys = columns.filter(({ pk }) => Number(pk) > 0);
  // A rowid above 0 is the row's own number: there is nothing to find out about it.
  const isNumber = (column: SourceRow) =>
    !withoutRowid &&
    keys.length === 1 &&
    keys[0] === column &&
    String(column.type).toUpperCase() === 'INTEGER' &&
    Number(counted?.least ?? 1) > 0;
  const asked = columns.filter((column) => !isNumber(column)).map((column) => String(column.name));
  const facts = new Map<string, ColumnFacts>();
  for (let start = 0; start < asked.length; start += FACTS_A_CALL) {
    const some = asked.slice(start, start + FACTS_A_CALL);
    readFacts(rows, name, some).forEach((each, index) => facts.set(some[index] as string, each));
  }
  return {
    name,
    sql: String(schema?.sql ?? ''),
    withoutRowid,
    rows: Number(counted?.rows ?? 0),
    leastId: counted?.least === null || counted?.least === undefined ? null : Number(counted.least),
    highestId: Number(counted?.highest ?? 0),
    columns: columns.map((column) => ({
      name: String(column.name),
      type: String(column.type ?? '').toUpperCase(),
      notNull: column.required === 1,
      default: column.dflt_value === null ? null : String(column.dflt_value),
      key: Number(column.pk),
      generated: Number(column.hidden) > 1,
      facts: facts.get(String(column.name)) ?? NOTHING,
    })),
    foreignKeys: readForeignKeys(rows, of),
    indexes: rows(`SELECT name, "unique" AS distinct_, origin, partial FROM pragma_index_list(${of}, '${FILE_SCHEMA}')`)
      .filter(({ origin }) => origin !== 'pk')
      .map((index) => ({
        name: String(index.name),
        unique: index.distinct_ === 1,
        explicit: index.origin === 'c',
        partial: index.partial === 1,
        columns: rows(
          `SELECT name FROM pragma_index_info(${quoteText(String(index.name))}, '${FILE_SCHEMA}') ORDER BY seqno`,
        ).map((column) => (column.name === null ? null : String(column.name))),
      })),
  };
}

function readForeignKeys(rows: SourceRows, of: string): ForeignKey[] {
  const keys = new Map<number, ForeignKey>();
  for (const each of rows(
    `SELECT id, "table" AS parent, "from" AS here, "to" AS there, on_delete
      FROM pragma_foreign_key_list(${of}, '${FILE_SCHEMA}') ORDER BY id, seq`,
  )) {
    const key = keys.get(Number(each.id)) ?? {
      table: String(each.parent),
      from: [],
      to: [],
      onDelete: String(each.on_delete),
      astray: 0,
    };
    key.from.push(String(each.here));
    if (each.there !== null) key.to.push(String(each.there));
    keys.set(Number(each.id), key);
  }
  try {
    for (const { key, count } of rows(
      `SELECT fkid AS key, count(*) AS count FROM pragma_foreign_key_check(${of}, '${FILE_SCHEMA}') GROUP BY fkid`,
    )) {
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
