import { ProblemError } from '@/core/problem';
import { type Expression, nearest, parseExpression, tokenize } from './parse';

/** A name that an expression may use, and the SQL that stands for it. */
export interface Scope {
  [identifier: string]: string;
}

export const quoteName = (identifier: string): string => `"${identifier.replaceAll('"', '""')}"`;
export const quoteText = (text: string): string => `'${text.replaceAll("'", "''")}'`;

/** `text` as SQL over the names in `scope`. Throws a Problem of code `expression` at the first fault. */
export function compileExpression(text: string, scope: Scope): string {
  return toSql(parseExpression(text), text, scope);
}

function toSql(node: Expression, text: string, scope: Scope): string {
  switch (node.kind) {
    case 'text':
      return quoteText(node.value);
    case 'number':
      return String(node.value);
    case 'null':
      return 'NULL';
    case 'column': {
      const sql = Object.hasOwn(scope, node.name) ? scope[node.name] : scope[node.name.toLowerCase()];
      if (sql === undefined || !(Object.hasOwn(scope, node.name) || Object.hasOwn(scope, node.name.toLowerCase()))) {
        throw new ProblemError({
          code: 'expression',
          text,
          position: node.start,
          reason: `there is no column “${node.name}”`,
          suggestion: nearest(node.name, Object.keys(scope)),
        });
      }
      return sql;
    }
    case 'join':
      return `(${node.parts.map((part) => toSql(part, text, scope)).join(' || ')})`;
    case 'call':
      return `${node.name}(${node.args.map((argument) => toSql(argument, text, scope)).join(', ')})`;
  }
}

/** The column names that `text` uses, each once, as written. Text that does not parse uses none. */
export function columnsUsed(text: string): string[] {
  const names = new Set<string>();
  const walk = (node: Expression): void => {
    if (node.kind === 'column') names.add(node.name.toLowerCase());
    else if (node.kind === 'join') node.parts.forEach(walk);
    else if (node.kind === 'call') node.args.forEach(walk);
  };
  try {
    walk(parseExpression(text));
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
  }
  return [...names];
}

/** `text` with the column `from` called `to`; everything else, spacing included, stays as typed. */
export function renameColumnIn(text: string, from: string, to: string): string {
  const tokens = tokenize(text);
  let result = '';
  let position = 0;
  tokens.forEach((token, index) => {
    const isCall = tokens[index + 1]?.value === '(' && tokens[index + 1]?.kind === 'symbol';
    if (token.kind !== 'name' || isCall || token.value.toLowerCase() !== from.toLowerCase()) return;
    result += text.slice(position, token.start) + to;
    position = token.end;
  });
  return result + text.slice(position);
}
