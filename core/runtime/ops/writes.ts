import { startsByDeleting } from '../cascadedDeletes';
import { deletedBy, standing, whereStopped } from '../linkRules';
import { readAs } from '../readAs';
import { Outside } from '../routineEnds';
import { leaving, type Runs } from './opOf';
import { paramOf } from '@/core/column';
import { IDS } from '@/core/compiled';
import type { Params } from '@/core/driver';
import { ProblemError } from '@/core/problem';
import { CatalogueEntry, filledBy } from '@/core/scan';
import { ME } from '@/core/sql';

export const insert: Runs<'insert'> = (run, op, frame) => {
  const { perRow } = op;
  const { writer, person } = run.setting;
  const ids: number[] = [];
  if (perRow) {
    for (const row of run.rows(perRow.values, frame)) {
      const params = row as Params;
      for (const statement of perRow.writes.replaced) {
        if (statement.deletes && startsByDeleting(run.setting, op.tableId))
          run.deleting(op.tableId, deletedBy(writer, statement.deletes, params, person));
        run.write(statement, params, op.table);
      }
      const { lastId } = run.write(perRow.writes.insert, params, op.table);
      const { same } = perRow.writes;
      const kept = same ? readAs(writer, same, params, person)[0]?.id : lastId;
      ids.push(Number(kept ?? lastId));
    }
  } else {
    const { rows, lastId } = run.write(op.insert, run.params(op.insert, frame), op.table);
    // One statement gives its rows ids that follow one another: no id is ever given again.
    for (let id = lastId - rows + 1; id <= lastId; id++) ids.push(id);
    if (op.mustInsert && rows === 0 && person === null && op.insert.takes.includes(ME))
      throw new ProblemError({ code: 'not-yours', table: run.recordName(op.tableId) });
  }
  run.checkRules(op, ids);
  run.afterSaving(op.tableId, op.table, ids, false);
  return op.name === null ? frame : { ...frame, records: { ...frame.records, [op.name]: ids.at(-1) ?? null } };
};

export const update = leaving<'update'>((run, op, frame) => {
  const ids = run.targets(op.targets, frame);
  if (ids.length === 0) return;
  if (op.needsPerson && run.setting.person === null)
    throw new ProblemError({ code: 'not-yours', table: run.recordName(op.tableId) });
  const { rows } = run.write(op.update, { ...run.params(op.update, frame), [IDS]: JSON.stringify(ids) }, op.table);
  if (op.isOwned && rows < ids.length && standing(run.setting.writer, op.table, ids).length > rows)
    throw run.unchanged(op.table, ids);
  run.checkRules(op, ids);
  run.afterSaving(op.tableId, op.table, ids, op.acyclic);
});

/** What the catalogue says of each record's code. */
export const lookUp = leaving<'lookUp'>((run, op, frame) => {
  const ids = run.targets(op.targets, frame);
  if (ids.length === 0) return;
  const columns = op.columns.map(({ column }) => column);
  for (const row of readAs(run.setting.writer, op.codes, { [IDS]: JSON.stringify(ids) }, run.setting.person)) {
    if (row.code === null || row.code === undefined) continue;
    const key = `${run.keyOf(op.stepId, frame)} ${String(row.id)}`;
    const given = run.setting.answers[key];
    if (given === undefined) throw new Outside(key, String(row.code));
    const entry = CatalogueEntry.safeParse(given === '' ? null : JSON.parse(String(given)));
    if (!entry.success) continue;
    const filled = filledBy({ columns, namedBy: op.namedBy }, entry.data);
    for (const { column, set } of op.columns)
      if (column.id in filled)
        run.write(set, { id: Number(row.id), value: paramOf(column, filled[column.id] ?? null) }, op.table);
  }
  run.afterSaving(op.tableId, op.table, ids, false);
});

export const remove = leaving<'delete'>((run, op, frame) => {
  const ids = run.targets(op.targets, frame);
  if (ids.length === 0) return;
  run.deleting(op.tableId, ids);
  const params = { ...run.params(op.remove, frame), [IDS]: JSON.stringify(ids) };
  const one = ids.length === 1 ? { ...params, id: ids[0] as number } : params;
  const { rows } = whereStopped(
    run.setting.app.tables,
    run.setting.writer,
    { ...op.remove, params: one, table: op.table },
    run.setting.person,
    () => run.write(op.remove, params, op.table),
  );
  if (op.isOwned && rows < ids.length && standing(run.setting.writer, op.table, ids).length > 0)
    throw run.unchanged(op.table, ids);
});
