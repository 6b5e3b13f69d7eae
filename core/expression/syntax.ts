/** Words that are no names unless they stand in quotes. */
export const KEYWORDS: ReadonlySet<string> = new Set([
  'and',
  'or',
  'not',
  'is',
  'in',
  'like',
  'between',
  'case',
  'when',
  'then',
  'else',
  'end',
  'null',
  'true',
  'false',
  'filter',
  'where',
]);
/** SQLite's own order of precedence, loosest first. Source: sqlite.org/lang_expr.html */
export const PRECEDENCE: Record<string, number> = {
  OR: 1,
  AND: 2,
  '=': 4,
  '<>': 4,
  IS: 4,
  'IS NOT': 4,
  LIKE: 4,
  'NOT LIKE': 4,
  BETWEEN: 4,
  IN: 4,
  '<': 5,
  '<=': 5,
  '>': 5,
  '>=': 5,
  '+': 6,
  '-': 6,
  '*': 7,
  '/': 7,
  '%': 7,
  '||': 8,
};
export const NOT_PRECEDENCE = 3;
export const UNARY_PRECEDENCE = 9;
/** An identifier as it is written in an expression: in quotes where it would be read as a keyword. */
export const spellName = (identifier: string): string =>
  KEYWORDS.has(identifier.toLowerCase()) ? `"${identifier}"` : identifier;
