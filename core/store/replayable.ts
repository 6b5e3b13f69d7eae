import { type SqlToken, sqlTokens } from '@/core/expression';

/** What gives something else at another time, or on another connection. Source: sqlite.org/lang_corefunc.html */
const NEVER = new Set([
  'random',
  'randomblob',
  'changes',
  'total_changes',
  'last_insert_rowid',
  'sqlite_version',
  'sqlite_source_id',
  'load_extension',
]);
const CLOCK_WORDS = new Set(['current_date', 'current_time', 'current_timestamp']);
/**
 * Of the date functions, how many arguments each needs in order not to speak of now. Source:
 * sqlite.org/lang_datefunc.html
 */
const DATE_FUNCTIONS: Record<string, number> = {
  date: 1,
  time: 1,
  datetime: 1,
  julianday: 1,
  unixepoch: 1,
  strftime: 2,
  timediff: 2,
};
/** Arguments that read the clock, or the place where the machine is. */
const CLOCK_ARGUMENTS = new Set(['now', 'localtime', 'utc']);
/** What only writes the schema evaluates nothing. */
const SCHEMA = /^\s*(CREATE|ALTER|DROP)\s/i;

/** Why a statement could do something else when it is run again on the same rows, in words, or null. */
export function replayFault(sql: string): string | null {
  if (SCHEMA.test(sql)) return null;
  const tokens = sqlTokens(sql);
  for (const [index, token] of tokens.entries()) {
    if (token.kind !== 'name') continue;
    const name = token.value.toLowerCase();
    if (CLOCK_WORDS.has(name)) return `${name} is another with each run`;
    if (tokens[index + 1]?.value !== '(' || tokens[index + 1]?.kind !== 'sign') continue;
    if (NEVER.has(name)) return `${name}() is another with each run`;
    const fewest = Object.hasOwn(DATE_FUNCTIONS, name) ? (DATE_FUNCTIONS[name] as number) : null;
    if (fewest !== null && readsClock(tokens, index + 2, fewest)) return `${name}() reads the clock`;
  }
  return null;
}

/** Whether the arguments from a place on, up to the bracket that closes them, speak of now. */
function readsClock(tokens: readonly SqlToken[], from: number, fewest: number): boolean {
  let depth = 1;
  let count = tokens[from]?.value === ')' ? 0 : 1;
  for (const token of tokens.slice(from)) {
    if (token.kind === 'text' && CLOCK_ARGUMENTS.has(token.value.trim().toLowerCase())) return true;
    if (token.kind !== 'sign') continue;
    if (token.value === '(') depth++;
    if (token.value === ')' && --depth === 0) break;
    if (token.value === ',' && depth === 1) count++;
  }
  return count < fewest;
}
