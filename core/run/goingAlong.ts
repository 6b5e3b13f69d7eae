import { amongIds, IDS, ownStatement } from '@/core/compile';
import { incomingLinks, tablesGoingAlong } from '@/core/definition';
import { name, rowsOf, sql } from '@/core/expression';
import { readAs } from './readAs';
import type { RoutineSetting } from './routineOutcome';

/** Whether deleting records of a table, with what goes along, starts any routine. */
export function startsByDeleting(
  { definition, routines }: Pick<RoutineSetting, 'definition' | 'routines'>,
  tableId: string,
): boolean {
  const starting = routines.filter(({ starts }) => starts.includes('deleting'));
  return (
    starting.length > 0 &&
    tablesGoingAlong(definition, tableId).some((id) => starting.some((routine) => routine.tableId === id))
  );
}

/**
 * Records that are to be deleted, and those that go along with them by the rules of their links, as far as that starts
 * a routine: table by table, those that this person sees. Each is looked up when it is asked for, as what was started
 * for those before may have changed it.
 */
export function* goingAlong(
  setting: RoutineSetting,
  tableId: string,
  ids: readonly number[],
  seen = new Set<string>(),
): Generator<{ tableId: string; ids: number[] }> {
  const { definition, writer, person } = setting;
  const fresh = ids.filter((id) => !seen.has(`${tableId} ${id}`));
  if (fresh.length === 0 || !startsByDeleting(setting, tableId)) return;
  for (const id of fresh) seen.add(`${tableId} ${id}`);
  yield { tableId, ids: fresh };
  for (const { table, column } of incomingLinks(definition, tableId)) {
    if (column.onDelete !== 'cascade') continue;
    const rows = sql`SELECT "id" FROM ${rowsOf(table.identifier)} WHERE ${amongIds(name(column.identifier))} ORDER BY "id"`;
    const statement = ownStatement(definition, sql`SELECT json_group_array("id") AS "ids" FROM (${rows})`);
    const along = readAs(writer, statement, { [IDS]: JSON.stringify(fresh) }, person)[0]?.ids;
    yield* goingAlong(setting, table.id, JSON.parse(String(along ?? '[]')) as number[], seen);
  }
}
