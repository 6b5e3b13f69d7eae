import type { Engine } from '@/core/engine';
import { KEPT, readAsideName } from '@/core/schema';
import { quoteName } from '@/core/sql';

/**
 * Removes from a database what only the undo of edits before the place `oldest` would need: those are no longer in the
 * history.
 */
export function forgetWaysBack(engine: Engine, oldest: number): void {
  const names = engine
    .query("SELECT name FROM sqlite_schema WHERE type = 'table' AND name GLOB '_fern_*'")
    .rows.map(({ name }) => String(name));
  const gone = names
    .filter((name) => (readAsideName(name)?.edit ?? Infinity) < oldest)
    .map((name) => `DROP TABLE ${quoteName(name)}`);
  const isKept =
    names.includes(KEPT) &&
    Number(engine.query(`SELECT EXISTS (SELECT 1 FROM ${KEPT} WHERE edit < ${oldest}) AS old`).rows[0]?.old) === 1;
  const statements = [...gone, ...(isKept ? [`DELETE FROM ${KEPT} WHERE edit < ${oldest}`] : [])];
  if (statements.length > 0) engine.migrate(statements).commit();
}
