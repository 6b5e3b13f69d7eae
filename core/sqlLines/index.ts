import { format } from 'sql-formatter';

/** Up to so many characters a statement stands on one line. */
const SHORT = 100;

const known = new Map<string, string>();
const MOST_KNOWN = 4000;

/** A statement laid out in lines of at most `width` characters where it can be; one that is short stays as it is. */
export function sqlLines(sql: string, width = SHORT): string {
  const key = `${width} ${sql}`;
  const found = known.get(key);
  if (found !== undefined) return found;
  if (known.size >= MOST_KNOWN) known.clear();
  const lines = inLines(sql.trim(), width);
  known.set(key, lines);
  return lines;
}

function inLines(sql: string, width: number): string {
  if (sql.length <= width && !sql.includes('\n')) return sql;
  return format(sql, {
    language: 'sqlite',
    keywordCase: 'preserve',
    expressionWidth: width,
    paramTypes: { named: [':'] },
  });
}
