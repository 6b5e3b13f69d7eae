import {
  constant,
  type Fragment,
  joined,
  ME,
  nearest,
  param,
  parameters,
  quoteName,
  raw,
  type SqlToken,
  sqlTokens,
} from '@/core/expression';
import { personalIdentifier } from './identifier';
import { parametersOf } from './parameter';
import { personalColumns } from './people';
import type { Definition, Query } from '@/core/model';
type Plan = Pick<Definition, 'tables' | 'people'>;

/** Names of schemas: a table that is named with one would be read past what keeps people’s rows apart. */
const SCHEMAS = new Set(['main', 'temp']);

/** What a hand-written query may use as `:name` beside its own parameters. */
const given = (plan: Plan, query: Pick<Query, 'parameters'>): Record<string, Fragment> => ({
  ...Object.fromEntries(
    Object.entries({ ...parameters, ...parametersOf(plan, query) }).map(([name, { sql, reads, takes }]) => [
      name,
      raw(sql, { ...(reads ? { reads } : {}), ...(takes ? { takes } : {}) }),
    ]),
  ),
  ...(plan.people ? { person: param(ME) } : {}),
});

/** The aliases that compiled conditions give. */
const ALIAS = /^_[a-z]\d+$/;

/**
 * Tables and views that would show what only its owner sees: what each person has of a record, and computed columns of
 * rows with an owner.
 */
function isKeptApart({ tables }: Plan, name: string): boolean {
  const hasOwners = tables.some(({ owned }) => owned);
  return tables.some(
    (table) =>
      (personalColumns(table).length > 0 && name === personalIdentifier(tables, table.identifier).toLowerCase()) ||
      (hasOwners && name.startsWith(`${table.identifier.toLowerCase()}_computed`)),
  );
}

/** Names that stand where a name must, with whatever quotes: SQLite takes a text for a name there, too. */
const isName = ({ kind }: SqlToken): boolean => kind === 'name' || kind === 'quotedName';

/**
 * Why hand-written SQL cannot select rows, as far as its text tells, with the place; or null. Whether its names are
 * there, whether it is one whole statement, and what it reads is for SQLite to say.
 */
export function handSqlFault(
  plan: Plan,
  query: Pick<Query, 'sql' | 'parameters'>,
): { reason: string; start: number } | null {
  const { sql = '' } = query;
  const all = sqlTokens(sql);
  const [first] = all;
  if (first?.kind !== 'name' || !/^(select|with|values)$/i.test(first.value))
    return { reason: 'a query begins with SELECT or WITH', start: first?.start ?? 0 };
  const known = given(plan, query);
  let open = 0;
  for (const [index, token] of all.entries()) {
    const fault = signFault(sql, token) ?? parameterFault(sql, token, known) ?? nameFault(plan, token, all[index + 1]);
    if (fault) return { reason: fault, start: token.start };
    if (token.kind !== 'sign') continue;
    open += token.value === '(' ? 1 : token.value === ')' ? -1 : 0;
    if (open < 0) return { reason: 'this bracket closes none', start: token.start };
  }
  const last = all.at(-1);
  if (open > 0) return { reason: 'a bracket is not closed', start: last?.start ?? 0 };
  return /\/\*(?:(?!\*\/)[\s\S])*$/.test(sql.slice(last?.end ?? 0))
    ? { reason: 'a comment is not closed', start: last?.end ?? 0 }
    : null;
}

function signFault(sql: string, { kind, value, start, end }: SqlToken): string | null {
  if (kind === 'sign' && value === ';') return 'one statement, without a semicolon';
  if (kind === 'sign' && value === '\0') return 'this is no character of SQL';
  const written = sql.slice(start, end);
  if (kind !== 'text' && kind !== 'quotedName') return null;
  const quote = written[0] === '[' ? ']' : written[0];
  return written.length > 1 && written.endsWith(quote as string) ? null : `${written[0]} is not closed`;
}

function parameterFault(sql: string, { kind, value, end }: SqlToken, known: Record<string, Fragment>): string | null {
  if (kind !== 'parameter') return null;
  const name = value.slice(1);
  // SQLite would take what follows for part of the name.
  if (/^(\(|::)/.test(sql.slice(end))) return `nothing may follow “${value}” without a blank`;
  if (value.startsWith(':') && Object.hasOwn(known, name)) return null;
  const near = nearest(name, Object.keys(known));
  return `there is no parameter “${value}”${near ? `; did you mean “:${near}”?` : ''}`;
}

function nameFault(plan: Plan, token: SqlToken, next: SqlToken | undefined): string | null {
  const lower = token.value.toLowerCase();
  if ((isName(token) || token.kind === 'text') && SCHEMAS.has(lower) && next?.kind === 'sign' && next.value === '.')
    return `name the table without “${lower}.”`;
  if (!isName(token)) return null;
  // What is named so is Fern Shelf's or SQLite's own; the pragmas tell of the schema.
  if ((lower.startsWith('_') && !ALIAS.test(lower)) || lower.startsWith('sqlite_') || lower.startsWith('pragma_'))
    return `“${token.value}” is not of the plan`;
  return isKeptApart(plan, lower) ? `“${token.value}” holds what is for single people; ask the table itself` : null;
}

/** Hand-written SQL as it stands inside a statement: its parameters in place. */
export function handSqlOf(plan: Plan, query: Pick<Query, 'sql' | 'parameters'>): Fragment {
  const { sql = '' } = query;
  const known = given(plan, query);
  const tokens = sqlTokens(sql);
  const put = tokens.flatMap(({ kind, value, start, end }) =>
    kind === 'parameter' ? [{ start, end, value: known[value.slice(1)] ?? constant(null) }] : [],
  );
  const text = put.reduceRight(
    (made, { start, end, value }) => `${made.slice(0, start)}${value.sql}${made.slice(end)}`,
    sql,
  );
  const mentioned = new Set(tokens.filter(namesSomething).map(({ value }) => value.toLowerCase()));
  const read = plan.tables.flatMap(({ identifier }) => (mentioned.has(identifier.toLowerCase()) ? [identifier] : []));
  const all = joined([raw(text, { reads: read }), ...put.map(({ value }) => value)], '');
  return { ...all, sql: text };
}

/** SQLite takes a text for a name where a name must stand. */
const namesSomething = (token: SqlToken): boolean => isName(token) || token.kind === 'text';

/** What SQLite says of hand-written SQL, in words: a name that is not there with the nearest of the plan. */
export function handSqlWords(plan: Plan, message: string): string {
  const [, what, name] = /no such (table|column): (.+)$/.exec(message) ?? [];
  if (what === undefined || name === undefined) return message;
  const names = plan.tables.flatMap(({ identifier, columns }) =>
    what === 'table' ? [identifier] : columns.map((column) => column.identifier),
  );
  const bare = name.split('.').at(-1) ?? name;
  const near = nearest(bare, names);
  return `there is no ${what} ${quoteName(bare)}${near ? `; did you mean ${quoteName(near)}?` : '.'} Renames do not follow into SQL that was written by hand`;
}
