import { nearest, parameters, quoteName } from '@/core/expression';
import type { Definition } from './definition';
import { personalIdentifier } from './identifier';
import { parametersOf } from './parameter';
import { personalColumns } from './people';
import type { Query } from './screen';

type Plan = Pick<Definition, 'tables' | 'people'>;

/** A piece of SQL as it is written: what is between its pieces are blanks and signs. Source: sqlite.org/lang.html, tokenize.c */
interface SqlToken {
  kind: 'name' | 'parameter' | 'dot' | 'other';
  /** Of a name without its quotes. */
  value: string;
  start: number;
  end: number;
}

const TOKEN = /(?<skipped>\s+|--[^\n]*|\/\*[\s\S]*?(?:\*\/|$)|'(?:[^']|'')*'?)|(?<quoted>"(?:[^"]|"")*"?|`[^`]*`?|\[[^\]]*\]?)|(?<name>[\p{L}_][\p{L}\p{N}_$]*)|(?<parameter>[:@$][\p{L}_][\p{L}\p{N}_]*|\?\d*)|(?<dot>\.)|(?<other>[\s\S])/uy;

function tokens(sql: string): SqlToken[] {
  const found: SqlToken[] = [];
  TOKEN.lastIndex = 0;
  for (let match = TOKEN.exec(sql); match && match[0] !== ''; match = TOKEN.exec(sql)) {
    const { quoted, name, parameter, dot, other } = match.groups ?? {};
    const at = { start: match.index, end: match.index + match[0].length };
    if (quoted !== undefined) found.push({ kind: 'name', value: quoted.slice(1, -1).replaceAll('""', '"'), ...at });
    else if (name !== undefined) found.push({ kind: 'name', value: name, ...at });
    else if (parameter !== undefined) found.push({ kind: 'parameter', value: parameter, ...at });
    else if (dot !== undefined) found.push({ kind: 'dot', value: '.', ...at });
    else if (other !== undefined) found.push({ kind: 'other', value: other, ...at });
  }
  return found;
}

/** Names of schemas: a table that is named with one would be read past what keeps people’s rows apart. */
const SCHEMAS = new Set(['main', 'temp']);

/** What a hand-written query may use as `:name` beside its own parameters. */
const given = (plan: Plan, query: Pick<Query, 'parameters'>): Record<string, string> => ({
  ...Object.fromEntries(Object.entries({ ...parameters, ...parametersOf(plan, query) }).map(([name, { sql }]) => [name, sql])),
  ...(plan.people ? { person: ':_person' } : {}),
});

/** The aliases that compiled conditions give. */
const ALIAS = /^_[a-z]\d+$/;

/** Tables and views that would show what only its owner sees: what each person has of a record, and computed columns of rows with an owner. */
function isKeptApart({ tables }: Plan, name: string): boolean {
  const hasOwners = tables.some(({ owned }) => owned);
  return tables.some((table) => (personalColumns(table).length > 0 && name === personalIdentifier(tables, table.identifier).toLowerCase()) || (hasOwners && name.startsWith(`${table.identifier.toLowerCase()}_computed`)));
}

/** Why hand-written SQL cannot select rows, as far as its text tells, with the place; or null. Whether its names are there is for SQLite to say. */
export function handSqlFault(plan: Plan, query: Pick<Query, 'sql' | 'parameters'>): { reason: string; start: number } | null {
  const { sql = '' } = query;
  const all = tokens(sql);
  const [first] = all;
  if (first?.kind !== 'name' || !/^(select|with|values)$/i.test(first.value)) return { reason: 'a query begins with SELECT or WITH', start: first?.start ?? 0 };
  const known = given(plan, query);
  for (const [index, token] of all.entries()) {
    if (token.kind === 'other' && token.value === ';') return { reason: 'one statement, without a semicolon', start: token.start };
    if (token.kind === 'parameter') {
      const name = token.value.slice(1);
      if (!token.value.startsWith(':') || !Object.hasOwn(known, name)) {
        const near = nearest(name, Object.keys(known));
        return { reason: `there is no parameter “${token.value}”${near ? `; did you mean “:${near}”?` : ''}`, start: token.start };
      }
    }
    if (token.kind !== 'name') continue;
    const lower = token.value.toLowerCase();
    if (SCHEMAS.has(lower) && all[index + 1]?.kind === 'dot') return { reason: `name the table without “${lower}.”`, start: token.start };
    // What is named so is Fern Shelf's or SQLite's own; the pragmas tell of the schema.
    if ((lower.startsWith('_') && !ALIAS.test(lower)) || lower.startsWith('sqlite_') || lower.startsWith('pragma_')) return { reason: `“${token.value}” is not of the plan`, start: token.start };
    if (isKeptApart(plan, lower)) return { reason: `“${token.value}” holds what is for single people; ask the table itself`, start: token.start };
  }
  return null;
}

/** Hand-written SQL as it stands inside a statement: its parameters in place. */
export function handSqlOf(plan: Plan, query: Pick<Query, 'sql' | 'parameters'>): string {
  const { sql = '' } = query;
  const known = given(plan, query);
  return tokens(sql).reduceRight((made, { kind, value, start, end }) => (kind === 'parameter' ? `${made.slice(0, start)}${known[value.slice(1)] ?? 'NULL'}${made.slice(end)}` : made), sql);
}

/** Hand-written SQL in which a parameter has another name. */
export function renameInHandSql(sql: string, from: string, to: string): string {
  return tokens(sql).reduceRight((made, { kind, value, start, end }) => (kind === 'parameter' && value === `:${from}` ? `${made.slice(0, start)}:${to}${made.slice(end)}` : made), sql);
}

/** What SQLite says of hand-written SQL, in words: a name that is not there with the nearest of the plan. */
export function handSqlWords(plan: Plan, message: string): string {
  const [, what, name] = /no such (table|column): (.+)$/.exec(message) ?? [];
  if (what === undefined || name === undefined) return message;
  const names = plan.tables.flatMap(({ identifier, columns }) => (what === 'table' ? [identifier] : columns.map((column) => column.identifier)));
  const bare = name.split('.').at(-1) ?? name;
  const near = nearest(bare, names);
  return `there is no ${what} ${quoteName(bare)}${near ? `; did you mean ${quoteName(near)}?` : '.'} Renames do not follow into SQL that was written by hand`;
}

