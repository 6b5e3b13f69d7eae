import { format } from 'sql-formatter';

/** Up to so many characters a statement stands on one line. */
const SHORT = 100;

/** A statement laid out in lines; a short one as it is. */
export function sqlLines(sql: string): string {
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
