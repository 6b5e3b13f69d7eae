import { ConflictError, type Row, type RowChange, type Writer } from '@/core/driver';
import { ProblemError } from '@/core/problem';
import { quoteName } from '@/core/sql';

/**
 * Does what a change set says, row by row, or throws a ConflictError where a row is not as it was then. A phone's own
 * way to apply one puts its values over whatever has changed since. To be called inside a transaction.
 */
export function applyChanges(writer: Writer, changes: readonly RowChange[]): void {
  for (const change of changes) if (!fits(writer, change)) throw new ConflictError(`${change.table} ${change.key}`);
  // Links may lead to rows that are still to come; what a delete takes along is in the change set itself.
  writer.rows('PRAGMA defer_foreign_keys = ON');
  const inOrder = [
    ...changes.filter(({ before, after }) => before && after),
    ...changes.filter(({ before }) => !before),
    ...changes.filter(({ after }) => !after).reverse(),
  ];
  let waiting = inOrder;
  while (waiting.length > 0) {
    const refused = waiting.filter((change) => !tried(writer, change));
    if (refused.length === waiting.length) throw new ConflictError(`${refused[0]?.table} ${refused[0]?.key}`);
    waiting = refused;
  }
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

/** A value that is only free once another row has changed is refused, and tried again after that. */
function tried(writer: Writer, change: RowChange): boolean {
  try {
    const { sql, params } = statementOf(change);
    writer.run(sql, params, change.table);
    return true;
  } catch (error) {
    if (error instanceof ProblemError && error.problem.code === 'constraint' && error.problem.rule === 'unique')
      return false;
    throw error;
  }
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
