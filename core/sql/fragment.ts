import { literal, quoteName } from './literal';

/**
 * A piece of SQL, with what has to be known of it: nobody has to look into its text for that. Plain data.
 */
export interface Fragment {
  readonly sql: string;
  /** The tables and views whose rows it looks for, by their names. */
  readonly reads: readonly string[];
  /** The parameters that it takes, without their colons. */
  readonly takes: readonly string[];
}

const NONE: readonly string[] = [];

const union = (one: readonly string[], other: readonly string[]): readonly string[] => {
  if (other.length === 0 || one === other) return one;
  if (one.length === 0) return other;
  const more = other.filter((each) => !one.includes(each));
  return more.length === 0 ? one : [...one, ...more];
};

/** SQL as it stands, which reads nothing and takes nothing unless that is said. */
export const raw = (text: string, { reads = NONE, takes = NONE }: Partial<Fragment> = {}): Fragment => ({
  sql: text,
  reads,
  takes,
});

const PARAMETER = /:[A-Za-z_]/;

const laidOut = new WeakMap<TemplateStringsArray, readonly string[]>();

/**
 * The texts of a template, once for each: laid out in lines in the code, in SQL one after another. Throws where a
 * parameter is written into it: nobody would know of that.
 */
function textsOf(strings: TemplateStringsArray): readonly string[] {
  const known = laidOut.get(strings);
  if (known) return known;
  if (strings.some((text) => PARAMETER.test(text))) throw new Error(`write \${param(…)} in: ${strings.join('…')}`);
  // A line break that is meant is written as an escape, which the raw text still shows.
  const texts = strings.map((text, at) => (strings.raw[at]?.includes('\\n') ? text : text.replace(/\s*\n\s*/g, ' ')));
  if (/^\s*\n/.test(strings[0] ?? '')) texts[0] = (texts[0] ?? '').trimStart();
  laidOut.set(strings, texts);
  return texts;
}

/** Puts fragments together to a larger one that reads and takes all that they do; lists of them with commas. */
export function sql(strings: TemplateStringsArray, ...parts: readonly (Fragment | readonly Fragment[])[]): Fragment {
  const texts = textsOf(strings);
  let text = texts[0] ?? '';
  let [reads, takes] = [NONE, NONE];
  parts.forEach((part, index) => {
    const one = Array.isArray(part) ? joined(part, ', ') : (part as Fragment);
    text += one.sql + (texts[index + 1] ?? '');
    reads = union(reads, one.reads);
    takes = union(takes, one.takes);
  });
  return { sql: text, reads, takes };
}

export function joined(parts: readonly Fragment[], by: string): Fragment {
  let [reads, takes] = [NONE, NONE];
  for (const part of parts) {
    reads = union(reads, part.reads);
    takes = union(takes, part.takes);
  }
  return { sql: parts.map((part) => part.sql).join(by), reads, takes };
}

export const EMPTY: Fragment = raw('');

/** Conditions that must all hold, as what follows the rows that they are asked of; nothing without any. */
export const whereAll = (conditions: readonly Fragment[]): Fragment =>
  conditions.length === 0 ? EMPTY : sql` WHERE ${allOf(conditions)}`;

export const allOf = (conditions: readonly Fragment[]): Fragment => joined(conditions, ' AND ');

/** The name of a column, an alias, or a table that is written to. */
export const name = (identifier: string): Fragment => raw(quoteName(identifier));

/** A table that rows are looked for in. */
export const rowsOf = (identifier: string): Fragment => raw(quoteName(identifier), { reads: [identifier] });

export const param = (parameter: string): Fragment => raw(`:${parameter}`, { takes: [parameter] });

export const constant = (value: string | number | null): Fragment => raw(literal(value));

export const as = (value: Fragment, alias: string): Fragment => sql`${value} AS ${name(alias)}`;
