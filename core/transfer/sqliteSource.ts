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

const FACTS_A_CALL = 100;

/** The file stands beside, under this name. */
export const FILE_SCHEMA = 'incoming';

/**
 * Looks the whole database over that stands beside as `FILE_SCHEMA`. Reads only; runs neither its views nor its
 * triggers.
 */
export function readSource(rows: SourceRows): Source {
  const list = rows(
    `SELECT name, type, wr FROM pragma_table_list WHERE schema = '${FILE_SCHEMA}' AND name NOT LIKE 'sqlite\\_%' ESCAPE '\\' AND name NOT LIKE '\\_fern%' ESCAPE '\\' ORDER BY name`,
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
    `SELECT name, type, "notnull" AS required, dflt_value, pk, hidden FROM pragma_table_xinfo(${of}, '${FILE_SCHEMA}') WHERE hidden <> 1 ORDER BY cid`,
  );
  const [counted] = rows(
    `SELECT count(*) AS rows, ${withoutRowid ? 'NULL AS least, NULL AS highest' : 'min(rowid) AS least, max(rowid) AS highest'} FROM ${FILE_SCHEMA}.${quoteName(name)}`,
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
    `SELECT id, "table" AS parent, "from" AS here, "to" AS there, on_delete FROM pragma_foreign_key_list(${of}, '${FILE_SCHEMA}') ORDER BY id, seq`,
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

const PICTURE = (v: string) =>
  `(substr(${v}, 1, 4) = x'89504E47' OR substr(${v}, 1, 3) = x'FFD8FF' OR substr(${v}, 1, 4) = x'47494638' OR (substr(${v}, 1, 4) = x'52494646' AND substr(${v}, 9, 4) = x'57454250'))`;
const WORDS = "('true', 'false', 'yes', 'no', 't', 'f', 'y', 'n')";
const NOTHING: ColumnFacts = {
  filled: 0,
  ints: 0,
  reals: 0,
  texts: 0,
  blobs: 0,
  bits: 0,
  words: 0,
  dates: 0,
  times: 0,
  moments: 0,
  unsafe: 0,
  infinite: 0,
  places: 0,
  longest: 0,
  lines: 0,
  pictures: 0,
  largest: 0,
};
/** Beyond this a whole number is not exact in JavaScript. */
const SAFE = 9007199254740991;
const SAMPLE_ROWS = 300;

/**
 * The facts of many columns. The first rows suggest what each column holds; one pass then asks whether all rows do.
 * Only a column where that is not so is looked at in every respect.
 */
function readFacts(rows: SourceRows, table: string, names: readonly string[]): ColumnFacts[] {
  const from = `${FILE_SCHEMA}.${quoteName(table)}`;
  const sampled = ask(
    rows,
    `(SELECT * FROM ${from} LIMIT ${SAMPLE_ROWS})`,
    names.flatMap((name, index) =>
      Object.entries(everything(quoteName(name))).map(([fact, sql]) => ({ index, fact, sql })),
    ),
  );
  const guesses = names.map((name, index) => guess(sampled[index] ?? NOTHING, quoteName(name)));
  const counted = ask(
    rows,
    from,
    names.flatMap((name, index) => [
      { index, fact: 'filled', sql: `count(${quoteName(name)})` },
      { index, fact: 'fit', sql: `total(${guesses[index]?.holds ?? '0'})` },
    ]),
  ) as { filled: number; fit?: number }[];
  return names.map((name, index): ColumnFacts => {
    const { filled = 0, fit = 0 } = counted[index] ?? {};
    const known = guesses[index]?.facts(filled);
    if (filled === 0) return NOTHING;
    if (known && fit === filled) return { ...NOTHING, filled, ...known };
    return {
      ...NOTHING,
      ...ask(
        rows,
        from,
        Object.entries(everything(quoteName(name))).map(([fact, sql]) => ({ index: 0, fact, sql })),
      )[0],
    };
  });
}

interface Question {
  index: number;
  fact: string;
  sql: string;
}

/** Asks everything in one pass; the answers by column. */
function ask(rows: SourceRows, source: string, questions: readonly Question[]): ColumnFacts[] {
  if (questions.length === 0) return [];
  const [row = {}] = rows(`SELECT ${questions.map(({ sql }, at) => `${sql} AS "${at}"`).join(', ')} FROM ${source}`);
  const facts: Record<string, number>[] = [];
  questions.forEach(({ index, fact }, at) => ((facts[index] ??= {})[fact] = Number(row[at] ?? 0)));
  return facts as unknown as ColumnFacts[];
}

/** Every fact of a column, as an aggregate. */
function everything(v: string): Record<keyof ColumnFacts, string> {
  const is = (type: string) => `typeof(${v}) = '${type}'`;
  const digits = [0, 1, 2, 3, 4, 5, 6, 7, 8]
    .map((places) => `WHEN round(${v}, ${places}) = ${v} THEN ${places}`)
    .join(' ');
  return {
    filled: `count(${v})`,
    ints: `total(${is('integer')})`,
    reals: `total(${is('real')})`,
    texts: `total(${is('text')})`,
    blobs: `total(${is('blob')})`,
    bits: `total(${is('integer')} AND ${v} IN (0, 1))`,
    words: `total(${is('text')} AND ${WORD(v)})`,
    dates: `total(${DATE(v)})`,
    times: `total(${TIME(v)})`,
    moments: `total(${MOMENT(v)})`,
    unsafe: `total(${is('integer')} AND ${v} NOT BETWEEN -${SAFE} AND ${SAFE})`,
    infinite: `total(${is('real')} AND ${v} - ${v} IS NULL)`,
    places: `max(CASE WHEN ${is('real')} THEN CASE ${digits} ELSE 9 END ELSE 0 END)`,
    longest: `max(CASE WHEN ${is('text')} THEN length(${v}) ELSE 0 END)`,
    lines: `total(${is('text')} AND instr(${v}, char(10)) > 0)`,
    pictures: `total(${is('blob')} AND ${PICTURE(v)})`,
    largest: `max(CASE WHEN ${is('blob')} THEN length(${v}) ELSE 0 END)`,
  };
}

const WORD = (v: string) => `lower(${v}) IN ${WORDS}`;
const DATE = (v: string) => `(typeof(${v}) = 'text' AND date(${v}) = ${v})`;
const TIME = (v: string) => `(typeof(${v}) = 'text' AND strftime('%H:%M', ${v}) = ${v})`;
const MOMENT = (v: string) => `(typeof(${v}) = 'text' AND length(${v}) >= 16 AND datetime(${v}) IS NOT NULL)`;
/** A text is long beyond this, or where it has more than one line. */
const LONG = 120;

/** What the first rows suggest: a condition that every value is to keep, and the facts if all do. */
function guess(
  sample: ColumnFacts,
  v: string,
): { holds: string; facts: (filled: number) => Partial<ColumnFacts> } | null {
  const { filled, places } = sample;
  if (filled === 0) return null;
  if (sample.bits === filled)
    return { holds: `typeof(${v}) = 'integer' AND ${v} IN (0, 1)`, facts: (all) => ({ ints: all, bits: all }) };
  if (sample.ints === filled)
    return { holds: `typeof(${v}) = 'integer' AND ${v} BETWEEN -${SAFE} AND ${SAFE}`, facts: (all) => ({ ints: all }) };
  if (sample.reals === filled && places < 9)
    return {
      holds: `typeof(${v}) = 'real' AND ${v} - ${v} IS NOT NULL AND round(${v}, ${places}) = ${v}`,
      facts: (all) => ({ reals: all, places }),
    };
  if (sample.texts !== filled) return null;
  if (sample.dates === filled) return { holds: DATE(v), facts: (all) => ({ texts: all, dates: all }) };
  if (sample.times === filled) return { holds: TIME(v), facts: (all) => ({ texts: all, times: all }) };
  if (sample.moments === filled) return { holds: MOMENT(v), facts: (all) => ({ texts: all, moments: all }) };
  if (sample.words === filled) return null;
  const isLong = sample.lines > 0 || sample.longest > LONG;
  return {
    holds: `typeof(${v}) = 'text'${isLong ? '' : ` AND length(${v}) <= ${LONG} AND instr(${v}, char(10)) = 0`}`,
    facts: (all) => ({ texts: all, longest: sample.longest, lines: sample.lines }),
  };
}
