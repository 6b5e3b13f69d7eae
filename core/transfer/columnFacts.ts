import { FILE_SCHEMA, type SourceRows } from './sourceRows';
import { quoteName } from '@/core/sql';

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

export const FACTS_A_CALL = 100;

/** Whether bytes begin as PNG, GIF, JPEG or WebP do. */
const PICTURE = (v: string) =>
  `(substr(${v}, 1, 4) IN (x'89504E47', x'47494638') OR substr(${v}, 1, 3) = x'FFD8FF'
    OR (substr(${v}, 1, 4) = x'52494646' AND substr(${v}, 9, 4) = x'57454250'))`;

const WORDS = "('true', 'false', 'yes', 'no', 't', 'f', 'y', 'n')";

export const NOTHING: ColumnFacts = {
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
export function readFacts(rows: SourceRows, table: string, names: readonly string[]): ColumnFacts[] {
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
