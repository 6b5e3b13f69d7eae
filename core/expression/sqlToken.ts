/**
 * A piece of SQL as it is written: what is between its pieces are blanks and comments. Source: sqlite.org/lang.html,
 * tokenize.c
 */
export interface SqlToken {
  kind: 'name' | 'quotedName' | 'text' | 'parameter' | 'sign';
  /** Of a name or a text without its quotes, of anything else as written. */
  value: string;
  start: number;
  end: number;
}

const TOKEN =
  /(?<skipped>\s+|--[^\n]*|\/\*[\s\S]*?(?:\*\/|$))|(?<text>'(?:[^']|'')*'?)|(?<quoted>"(?:[^"]|"")*"?|`(?:[^`]|``)*`?|\[[^\]]*\]?)|(?<name>[\p{L}_\u0080-\u{10ffff}][\p{L}\p{N}_$\u0080-\u{10ffff}]*)|(?<parameter>[:@$#][\p{L}_][\p{L}\p{N}_]*|\?\d*)|(?<sign>[\s\S])/uy;

/** The pieces of an SQL text. Never fails: what is no token is a sign. */
export function sqlTokens(sql: string): SqlToken[] {
  const found: SqlToken[] = [];
  TOKEN.lastIndex = 0;
  for (let match = TOKEN.exec(sql); match && match[0] !== ''; match = TOKEN.exec(sql)) {
    const { skipped, text, quoted, name, parameter, sign } = match.groups ?? {};
    const at = { start: match.index, end: match.index + match[0].length };
    if (skipped !== undefined) continue;
    if (text !== undefined) found.push({ kind: 'text', value: unquoted(text), ...at });
    else if (quoted !== undefined) found.push({ kind: 'quotedName', value: unquoted(quoted), ...at });
    else if (name !== undefined) found.push({ kind: 'name', value: name, ...at });
    else if (parameter !== undefined) found.push({ kind: 'parameter', value: parameter, ...at });
    else found.push({ kind: 'sign', value: sign ?? '', ...at });
  }
  return found;
}

function unquoted(written: string): string {
  const quote = written[0] === '[' ? ']' : (written[0] as string);
  const inner = written.slice(1, written.length > 1 && written.endsWith(quote) ? -1 : undefined);
  return quote === ']' ? inner : inner.replaceAll(quote + quote, quote);
}
