import { format } from 'sql-formatter';

/** Up to so many characters a statement stands on one line. */
const SHORT = 100;

const known = new Map<string, string>();
const MOST_KNOWN = 4000;

/** A statement laid out in lines; a short one as it is. Many stand in a project more than once. */
export function sqlLines(sql: string): string {
  const found = known.get(sql);
  if (found !== undefined) return found;
  if (known.size >= MOST_KNOWN) known.clear();
  const lines = inLines(sql);
  known.set(sql, lines);
  return lines;
}

function inLines(sql: string): string {
  const plain = sql.trim();
  if (plain.length <= SHORT && !plain.includes('\n')) return plain;
  const lines = format(plain, {
    language: 'sqlite',
    keywordCase: 'preserve',
    expressionWidth: SHORT,
    paramTypes: { named: [':'] },
  }).split('\n');
  return `\n${lines.map((line) => (line === '' ? '' : `  ${line}`)).join('\n')}\n`;
}
