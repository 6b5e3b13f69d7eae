import { ConflictError, type Row, type RowChange, type Writer } from '@/core/driver';
import { ProblemError } from '@/core/problem';
import { quoteName } from '@/core/sql';

/**
 * Does what a change set says, row by row, or throws a ConflictError where a row is not as it was then. A phone's own
 * way to apply one puts its values over whatever has changed since. To be called inside a transaction.
 */
export function applyChanges(writer: Writer, changes: readonly RowChange[]): void {
  for (const change of changes) if (!fits(writer, change)) throw new ConflictError(`${change.table} ${change.key}`);
  // Links may lead to rows that are still to come.
  writer.rows('PRAGMA defer_foreign_keys = ON');
  const inOrder = [
    ...changes.filter(({ before, after }) => before && after),
    ...changes.filter(({ before }) => !before),
    ...changes.filter(({ after }) => !after).reverse(),
  ];
  const parked = new Set<RowChange>();
  let waiting = inOrder;
  while (waiting.length > 0) {
    const refused = waiting.filter((change) => !tried(writer, change));
    if (refused.length === waiting.length) {
      const stuck = refused.find((change) => change.before && change.after && !parked.has(change));
      if (!stuck) throw new ConflictError(`${refused[0]?.table} ${refused[0]?.key}`);
      park(writer, stuck);
      parked.add(stuck);
    }
    waiting = refused;
  }
  for (const table of tablesAbout(writer, changes))
    if (writer.rows(`PRAGMA foreign_key_check(${quoteName(table)})`).length > 0) throw new ConflictError(table);
}

/** The tables whose links a change can have broken: those that it changed, and those that lead to them. */
function tablesAbout(writer: Writer, changes: readonly RowChange[]): string[] {
  const tables = JSON.stringify([...new Set(changes.map(({ table }) => table))]);
  const found = writer.rows(
    `SELECT value AS name FROM json_each(:tables)
      UNION SELECT m.name FROM main.sqlite_schema m, pragma_foreign_key_list(m.name) f
        WHERE m.type = 'table' AND f."table" IN (SELECT value FROM json_each(:tables))`,
    { tables },
  );
  return found.map(({ name }) => String(name));
}

/** Which rows changes are of. */
const rowsOf = (changes: readonly RowChange[]): ReadonlySet<string> =>
  new Set(changes.map(({ table, key }) => `${key} ${table}`));

/**
 * Whether what was done to that end is those changes and no others: a link's rule may have taken along rows that came
 * after them, which nobody asked for.
 */
export function isNoMore(changes: readonly RowChange[], done: readonly RowChange[]): boolean {
  const asked = rowsOf(changes);
  return [...rowsOf(done)].every((row) => asked.has(row));
}

/** Whether the row is there as the change found it; one that it makes must not be there. */
function fits(writer: Writer, { table, key, before }: RowChange): boolean {
  const [found] = writer.rows(`SELECT * FROM ${quoteName(table)} WHERE "id" = :id`, { id: key });
  if (!before) return found === undefined;
  return found !== undefined && Object.entries(before).every(([column, value]) => isSame(found[column], value));
}

function isSame(one: Row[string] | undefined, other: Row[string] | undefined): boolean {
  if (one instanceof Uint8Array && other instanceof Uint8Array)
    return one.length === other.length && one.every((byte, at) => byte === other[at]);
  return one === other;
}

/** What only another row makes possible, by giving a value free or going itself, is refused, and tried after that. */
function tried(writer: Writer, change: RowChange): boolean {
  try {
    const { sql, params } = statementOf(change);
    writer.run(sql, params, change.table);
    return true;
  } catch (error) {
    if (error instanceof ProblemError && error.problem.code === 'constraint') return false;
    throw error;
  }
}

/** Rows that have changed places wait for one another: one of them is given values meanwhile that no other has. */
function park(writer: Writer, { table, key, after }: RowChange): void {
  const columns = Object.entries(after ?? {});
  const params = Object.fromEntries(columns.map(([, value], at) => [`v${at}`, freeValue(value, key)]));
  const set = columns.map(([column], at) => `${quoteName(column)} = :v${at}`).join(', ');
  writer.rows('PRAGMA ignore_check_constraints = ON');
  writer.run(`UPDATE ${quoteName(table)} SET ${set} WHERE "id" = :id`, { ...params, id: key }, table);
  writer.rows('PRAGMA ignore_check_constraints = OFF');
}

/** A value of the same storage class that stands for the row alone. */
function freeValue(value: Row[string], key: number): Row[string] {
  if (typeof value === 'string') return `\uE000${key}`;
  return typeof value === 'number' ? Number.MIN_SAFE_INTEGER + key : value;
}

function statementOf({ table, key, before, after }: RowChange): { sql: string; params: Row } {
  const into = quoteName(table);
  if (!after) return { sql: `DELETE FROM ${into} WHERE "id" = :id`, params: { id: key } };
  const columns = Object.keys(after);
  const params = Object.fromEntries(columns.map((column, at) => [`v${at}`, after[column] ?? null]));
  if (before) {
    const set = columns.map((column, at) => `${quoteName(column)} = :v${at}`).join(', ');
    return { sql: `UPDATE ${into} SET ${set} WHERE "id" = :id`, params: { ...params, id: key } };
  }
  const names = columns.map(quoteName).join(', ');
  return { sql: `INSERT INTO ${into} (${names}) VALUES (${columns.map((_, at) => `:v${at}`).join(', ')})`, params };
}
