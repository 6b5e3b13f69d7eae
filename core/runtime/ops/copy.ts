import type { Frame, RoutineRun } from '../routineRun';
import type { Runs } from './opOf';
import { COPIES, type CopyPart, IDS } from '@/core/compiled';
import { ProblemError } from '@/core/problem';

/** What has become of which record, by the table in SQL: the ids of the copies by the ids of what was copied. */
type Copies = Record<string, Record<number, number>>;

/** Copies the records, then table by table what belongs to them, and then makes links lead to the copies. */
export const copy: Runs<'copy'> = (run, op, frame) => {
  const copies: Copies = {};
  for (const part of op.parts) {
    const from = part.of === null ? run.targets(op.targets, frame) : Object.keys(copies[part.of] ?? {}).map(Number);
    if (from.length > 0) copies[part.table] = copied(run, part, from, copies, frame);
  }
  for (const { table, relinks } of op.parts) {
    const ids = Object.values(copies[table] ?? {});
    if (ids.length > 0) for (const relink of relinks) run.write(relink, paramsOf(ids, copies), table);
  }
  const [own] = op.parts;
  const made = Object.values(copies[own?.table ?? ''] ?? {});
  if (own) run.checkRules({ check: op.check, tableId: own.tableId }, made);
  for (const { tableId, table } of op.parts) run.afterSaving(tableId, table, Object.values(copies[table] ?? {}), false);
  return op.name === null ? frame : { ...frame, records: { ...frame.records, [op.name]: made.at(-1) ?? null } };
};

const paramsOf = (ids: readonly number[], copies: Copies) => ({
  [IDS]: JSON.stringify(ids),
  [COPIES]: JSON.stringify(copies),
});

function copied(
  run: RoutineRun,
  part: CopyPart,
  from: readonly number[],
  copies: Copies,
  frame: Frame,
): Record<number, number> {
  const old = run.idsOf(part.ids, frame, { [IDS]: JSON.stringify(from) });
  if (old.length === 0) return {};
  const params = { ...run.params(part.insert, frame), ...paramsOf(old, copies) };
  const { rows, lastId } = run.write(part.insert, params, part.table);
  // Nobody is signed in to whom the copies could belong.
  if (rows < old.length) throw new ProblemError({ code: 'not-yours', table: run.recordName(part.tableId) });
  // One statement gives its rows ids that follow one another: no id is ever given again.
  return Object.fromEntries(old.map((id, at) => [id, lastId - rows + 1 + at]));
}
