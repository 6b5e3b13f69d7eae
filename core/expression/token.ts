import { type ExpressionFault, faultOf } from './fault';

export interface Token {
  kind: 'name' | 'text' | 'number' | 'parameter' | 'symbol' | 'end';
  /** Of a name or text what is between the quotes; of anything else as written. */
  value: string;
  /** Whether a name stood in quotes: then it is never a keyword. */
  quoted: boolean;
  start: number;
  end: number;
}

const TOKEN =
  /\s+|(?<name>\p{L}[\p{L}\p{N}_]*)|"(?<quoted>(?:[^"]|"")+)"|'(?<text>(?:[^']|'')*)'|:(?<parameter>\p{L}[\p{L}\p{N}_]*)|(?<number>\d+(?:\.\d+)?|\.\d+)|(?<symbol>\|\||<=|>=|<>|!=|==|[().,+\-*/%<>=])/uy;

/** The tokens of an expression, the last one its end. What is no token is passed over with a fault. */
export function tokenize(text: string, faults: ExpressionFault[]): Token[] {
  const tokens: Token[] = [];
  let position = 0;
  const push = (kind: Token['kind'], value: string, end: number, quoted = false) =>
    tokens.push({ kind, value, quoted, start: position, end });
  while (position < text.length) {
    TOKEN.lastIndex = position;
    const match = TOKEN.exec(text);
    if (!match) {
      const open = text[position] === "'";
      const sign = String.fromCodePoint(text.codePointAt(position) as number);
      const end = open ? text.length : position + sign.length;
      faults.push({
        start: position,
        end,
        ...(open ? faultOf('open-text', {}) : faultOf('bad-sign', { sign })),
        suggestion: null,
      });
      if (open) push('text', text.slice(position + 1), end);
      position = end;
      continue;
    }
    const end = position + match[0].length;
    const { name, quoted, text: string, number, parameter, symbol } = match.groups ?? {};
    if (name !== undefined) push('name', name, end);
    else if (quoted !== undefined) push('name', quoted.replaceAll('""', '"'), end, true);
    else if (string !== undefined) push('text', string.replaceAll("''", "'"), end);
    else if (number !== undefined) push('number', number, end);
    else if (parameter !== undefined) push('parameter', parameter, end);
    else if (symbol !== undefined) push('symbol', symbol, end);
    position = end;
  }
  tokens.push({ kind: 'end', value: 'the end', quoted: false, start: text.length, end: text.length });
  return tokens;
}
