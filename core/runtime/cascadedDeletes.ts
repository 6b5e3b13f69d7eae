import { readAs } from './readAs';
import type { RoutineSetting } from './routineOutcome';
import { type CompiledTable, IDS } from '@/core/compiled';

/** The tables whose records may go when one of a table is deleted; that table first. */
function cascadedTables(tables: readonly CompiledTable[], tableId: string): string[] {
  const found = new Set([tableId]);
  // A set that grows while it is gone through is gone through to its end.
  for (const id of found)
    for (const cascade of tables.find((table) => table.id === id)?.statements.cascades ?? [])
      found.add(cascade.tableId);
  return [...found];
}

/** Whether deleting records of a table, with what is deleted along with them, starts any routine. */
export function startsByDeleting({ app }: Pick<RoutineSetting, 'app'>, tableId: string): boolean {
  const starting = app.routines.filter(({ starts }) => starts.includes('deleting'));
  return (
    starting.length > 0 &&
    cascadedTables(app.tables, tableId).some((id) => starting.some((routine) => routine.tableId === id))
  );
}

/**
 * Records that are to be deleted, and those that are deleted along with them by the rules of their links, as far as
 * that starts a routine: table by table, those that this person sees. Each is looked up when it is asked for, as what
 * was started for those before may have changed it.
 */
export function* cascadedDeletes(
  setting: RoutineSetting,
  tableId: string,
  ids: readonly number[],
  seen = new Set<string>(),
): Generator<{ tableId: string; ids: number[] }> {
  const { app, writer, person } = setting;
  const fresh = ids.filter((id) => !seen.has(`${tableId} ${id}`));
  if (fresh.length === 0 || !startsByDeleting(setting, tableId)) return;
  for (const id of fresh) seen.add(`${tableId} ${id}`);
  yield { tableId, ids: fresh };
  const table = app.tables.find(({ id }) => id === tableId);
  for (const cascade of table?.statements.cascades ?? []) {
    const along = readAs(writer, cascade.ids, { [IDS]: JSON.stringify(fresh) }, person)[0]?.ids;
    yield* cascadedDeletes(setting, cascade.tableId, JSON.parse(String(along ?? '[]')) as number[], seen);
  }
}
