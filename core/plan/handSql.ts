import { personalIdentifier } from './identifier';
import { parametersOf } from './parameter';
import { personalColumns } from './people';
import { nearest, parameters, type SqlToken, sqlTokens } from '@/core/expression';
import { fault, type Fault, type FaultCode, type FaultData } from '@/core/fault';
import type { Definition, Query } from '@/core/model';
import { constant, type Fragment, joined, ME, param, quoteName, raw } from '@/core/sql';

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

/** A fault of hand-written SQL; `start`: UTF-16 units from its beginning. */
export type HandSqlFault = Fault & { data: { start: number } };

type HandSqlCode = Extract<FaultCode, `sql-${string}`>;

const sqlFault = <C extends HandSqlCode>(code: C, data: FaultData[C]) =>
  [fault(code, data, ['sql'])] as unknown as HandSqlFault[];

/**
 * Why hand-written SQL cannot select rows, as far as its text tells. Whether its names are there, whether it is one
 * whole statement, and what it reads is for SQLite to say.
 */
export function handSqlFaults(plan: Plan, query: Pick<Query, 'sql' | 'parameters'>): HandSqlFault[] {
  const { sql = '' } = query;
  const all = sqlTokens(sql);
  const [first] = all;
  if (first?.kind !== 'name' || !/^(select|with|values)$/i.test(first.value))
    return sqlFault('sql-start', { start: first?.start ?? 0 });
  const known = given(plan, query);
  const end = all.at(-1);
  return [
    ...all.flatMap((token, index) => [
      ...signFaults(sql, token),
      ...parameterFaults(sql, token, known),
      ...nameFaults(plan, token, all[index + 1]),
    ]),
    ...bracketFaults(all),
    ...(/\/\*(?:(?!\*\/)[\s\S])*$/.test(sql.slice(end?.end ?? 0))
      ? sqlFault('sql-open-comment', { start: end?.end ?? 0 })
      : []),
  ].sort((one, other) => one.data.start - other.data.start);
}

function bracketFaults(tokens: readonly SqlToken[]): HandSqlFault[] {
  let open = 0;
  for (const { kind, value, start } of tokens) {
    if (kind !== 'sign') continue;
    open += value === '(' ? 1 : value === ')' ? -1 : 0;
    if (open < 0) return sqlFault('sql-closes-none', { start });
  }
  return open > 0 ? sqlFault('sql-open-bracket', { start: tokens.at(-1)?.start ?? 0 }) : [];
}

function signFaults(sql: string, { kind, value, start, end }: SqlToken): HandSqlFault[] {
  if (kind === 'sign' && value === ';') return sqlFault('sql-semicolon', { start });
  if (kind === 'sign' && value === '\0') return sqlFault('sql-character', { start });
  const written = sql.slice(start, end);
  if (kind !== 'text' && kind !== 'quotedName') return [];
  const quote = written[0] === '[' ? ']' : written[0];
  return written.length > 1 && written.endsWith(quote as string)
    ? []
    : sqlFault('sql-open-quote', { start, quote: written[0] ?? '' });
}

function parameterFaults(
  sql: string,
  { kind, value, start, end }: SqlToken,
  known: Record<string, Fragment>,
): HandSqlFault[] {
  if (kind !== 'parameter') return [];
  const name = value.slice(1);
  // SQLite would take what follows for part of the name.
  if (/^(\(|::)/.test(sql.slice(end))) return sqlFault('sql-after-parameter', { start, name: value });
  if (value.startsWith(':') && Object.hasOwn(known, name)) return [];
  return sqlFault('sql-no-parameter', { start, name: value, near: nearest(name, Object.keys(known)) });
}

function nameFaults(plan: Plan, token: SqlToken, next: SqlToken | undefined): HandSqlFault[] {
  const { kind, value, start } = token;
  const lower = value.toLowerCase();
  if ((isName(token) || kind === 'text') && SCHEMAS.has(lower) && next?.kind === 'sign' && next.value === '.')
    return sqlFault('sql-schema', { start, name: lower });
  if (!isName(token)) return [];
  // What is named so is Fern Shelf's or SQLite's own; the pragmas tell of the schema.
  if ((lower.startsWith('_') && !ALIAS.test(lower)) || lower.startsWith('sqlite_') || lower.startsWith('pragma_'))
    return sqlFault('sql-not-of-plan', { start, name: value });
  return isKeptApart(plan, lower) ? sqlFault('sql-kept-apart', { start, name: value }) : [];
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
  return [
    `there is no ${what} ${quoteName(bare)}${near ? `; did you mean ${quoteName(near)}?` : '.'}`,
    'Renames do not follow into SQL that was written by hand',
  ].join(' ');
}
