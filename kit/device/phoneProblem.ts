import { sqlProblem } from '@/core/driver';
import type { Problem } from '@/core/problem';

/** SQLite's extended result codes, by how its messages begin. Source: sqlite.org/rescode.html */
const codes: readonly (readonly [RegExp, number])[] = [
  [/UNIQUE constraint failed.*/, 2067],
  [/NOT NULL constraint failed.*/, 1299],
  [/FOREIGN KEY constraint failed.*/, 787],
  [/CHECK constraint failed.*/, 275],
  [/cannot store .*/, 3091],
];

/** What stands before SQLite's own words: the call that failed, and the code. */
const TOLD_BEFORE = /^[^]*Error code \d+: /;

/** What a phone's SQLite refused, as a Problem: it tells its code in words only, with others around them. */
export function phoneProblem(error: unknown, intoTable: string | null): Problem {
  const message = error instanceof Error ? error.message : String(error);
  for (const [pattern, code] of codes) {
    const found = pattern.exec(message)?.[0];
    if (found) return sqlProblem(code, found.trim(), -1, intoTable);
  }
  return { code: 'sql', message: message.replace(TOLD_BEFORE, ''), offset: null };
}
