import { ProblemError } from '@/core/problem';

/** The typed tree of an SQL expression. Positions count UTF-16 units from the start of the text. */
export type Expression =
  | { kind: 'text'; value: string }
  | { kind: 'number'; value: number }
  | { kind: 'null' }
  | { kind: 'column'; name: string; start: number; end: number }
  | { kind: 'join'; parts: Expression[] }
  | { kind: 'call'; name: SqlFunction; args: Expression[] };

/** SQL functions that an expression may call, with the fewest and most arguments each takes. */
export const sqlFunctions = {
  coalesce: [2, 20],
  nullif: [2, 2],
  upper: [1, 1],
  lower: [1, 1],
  trim: [1, 1],
  substr: [2, 3],
  replace: [3, 3],
  length: [1, 1],
} as const;
export type SqlFunction = keyof typeof sqlFunctions;

interface Token {
  kind: 'name' | 'text' | 'number' | 'symbol' | 'end';
  value: string;
  start: number;
  end: number;
}

const TOKEN = /\s+|(?<name>\p{L}[\p{L}\p{N}_]*)|"(?<quoted>(?:[^"]|"")+)"|'(?<text>(?:[^']|'')*)'|(?<number>\d+(?:\.\d+)?)|(?<symbol>\|\||[(),-])/uy;

/** Deeper than people write, far less than the stack holds. */
const MAX_DEPTH = 100;

function fail(text: string, position: number, reason: string, suggestion: string | null = null): never {
  throw new ProblemError({ code: 'expression', text, position, reason, suggestion });
}

export function tokenize(text: string): Token[] {
  const tokens: Token[] = [];
  let position = 0;
  while (position < text.length) {
    TOKEN.lastIndex = position;
    const match = TOKEN.exec(text);
    if (!match) {
      fail(text, position, text[position] === "'" ? 'this text has no closing quote' : `“${text[position]}” is not understood here`);
    }
    const end = position + match[0].length;
    const { name, quoted, text: string, number, symbol } = match.groups ?? {};
    if (name !== undefined) tokens.push({ kind: 'name', value: name, start: position, end });
    else if (quoted !== undefined) tokens.push({ kind: 'name', value: quoted.replaceAll('""', '"'), start: position, end });
    else if (string !== undefined) tokens.push({ kind: 'text', value: string.replaceAll("''", "'"), start: position, end });
    else if (number !== undefined) tokens.push({ kind: 'number', value: number, start: position, end });
    else if (symbol !== undefined) tokens.push({ kind: 'symbol', value: symbol, start: position, end });
    position = end;
  }
  tokens.push({ kind: 'end', value: 'the end', start: text.length, end: text.length });
  return tokens;
}

/** Parses an SQL expression. Throws a Problem of code `expression` with the position of the fault. */
export function parseExpression(text: string): Expression {
  const tokens = tokenize(text);
  let index = 0;
  let depth = 0;
  const peek = () => tokens[index] as Token;
  const take = () => tokens[index++] as Token;

  const expect = (symbol: string) => {
    const token = take();
    if (token.kind !== 'symbol' || token.value !== symbol) fail(text, token.start, `expected “${symbol}”, found ${token.kind === 'end' ? 'the end' : `“${token.value}”`}`);
  };

  const joined = (): Expression => {
    if (++depth > MAX_DEPTH) fail(text, peek().start, 'too many brackets inside each other');
    const parts = [operand()];
    while (peek().kind === 'symbol' && peek().value === '||') {
      take();
      parts.push(operand());
    }
    depth--;
    return parts.length === 1 ? (parts[0] as Expression) : { kind: 'join', parts };
  };

  const operand = (): Expression => {
    const token = take();
    switch (token.kind) {
      case 'text':
        return { kind: 'text', value: token.value };
      case 'number':
        return { kind: 'number', value: Number(token.value) };
      case 'name':
        if (peek().kind === 'symbol' && peek().value === '(') return call(token);
        return token.value.toLowerCase() === 'null' ? { kind: 'null' } : { kind: 'column', name: token.value, start: token.start, end: token.end };
      case 'symbol':
        if (token.value === '(') {
          const inner = joined();
          expect(')');
          return inner;
        }
        if (token.value === '-' && peek().kind === 'number') return { kind: 'number', value: -Number(take().value) };
        return fail(text, token.start, `expected a column, a text or a number, found “${token.value}”`);
      case 'end':
        return fail(text, token.start, 'the expression stops too early');
    }
  };

  const call = (token: Token): Expression => {
    const name = token.value.toLowerCase();
    if (!(name in sqlFunctions)) fail(text, token.start, `there is no function “${token.value}”`, nearest(name, Object.keys(sqlFunctions)));
    expect('(');
    const args: Expression[] = [];
    if (!(peek().kind === 'symbol' && peek().value === ')')) {
      args.push(joined());
      while (peek().kind === 'symbol' && peek().value === ',') {
        take();
        args.push(joined());
      }
    }
    expect(')');
    const [fewest, most] = sqlFunctions[name as SqlFunction];
    if (args.length < fewest || args.length > most) {
      fail(text, token.start, `${name} takes ${fewest === most ? fewest : `${fewest} to ${most}`} value${most === 1 ? '' : 's'}, not ${args.length}`);
    }
    return { kind: 'call', name: name as SqlFunction, args };
  };

  const tree = joined();
  const rest = peek();
  if (rest.kind !== 'end') fail(text, rest.start, `“${rest.value}” was not expected here`);
  return tree;
}

/** The candidate within two edits of `name` that is nearest to it, or null. */
export function nearest(name: string, candidates: readonly string[]): string | null {
  let best: string | null = null;
  let fewest = 3;
  for (const candidate of candidates) {
    const distance = editDistance(name.toLowerCase(), candidate.toLowerCase());
    if (distance < fewest) [best, fewest] = [candidate, distance];
  }
  return best;
}

function editDistance(left: string, right: string): number {
  let previous = Array.from({ length: right.length + 1 }, (_, index) => index);
  for (let row = 1; row <= left.length; row++) {
    const current = [row];
    for (let column = 1; column <= right.length; column++) {
      const substituted = (previous[column - 1] as number) + (left[row - 1] === right[column - 1] ? 0 : 1);
      current.push(Math.min(substituted, (previous[column] as number) + 1, (current[column - 1] as number) + 1));
    }
    previous = current;
  }
  return previous[right.length] as number;
}
