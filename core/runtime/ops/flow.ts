import { leaving, recordOf, type Runs } from './opOf';

/** With rows at hand, for those that the condition holds for, and for the others. */
export const branch: Runs<'if'> = (run, op, frame) => {
  if (!op.ofRows) {
    run.all(Number(run.row(op.condition, frame)?.holds ?? 0) === 1 ? op.ops : op.otherwise, frame);
    return frame;
  }
  const holding = run.idsOf(op.condition, frame);
  const holds = new Set(holding);
  const others = (frame.rows ?? []).filter((id) => !holds.has(id));
  if (holding.length > 0) run.all(op.ops, { ...frame, rows: holding });
  if (others.length > 0 && op.otherwise.length > 0) run.all(op.otherwise, { ...frame, rows: others });
  return frame;
};

export const each = leaving<'each'>((run, op, frame) => {
  const ids = run.idsOf(op.ids, frame);
  const { within } = frame;
  if (op.batched) {
    if (ids.length > 0) run.all(op.ops, { ...frame, rows: ids });
    return;
  }
  for (const id of ids)
    run.all(op.ops, {
      ...frame,
      rows: [id],
      records: { ...frame.records, [op.name]: id },
      within: `${within}/${id}`,
    });
});

export const go = leaving<'go'>((run, op, frame) => {
  const recordId = recordOf(run, op, frame);
  // Nowhere to go where there is no such record.
  if (op.record === null || recordId !== null) run.news.go = { screenId: op.screenId, recordId };
});

export const another = leaving<'run'>((run, op, frame) => {
  const id = recordOf(run, op, frame);
  const routine = run.setting.app.routines.find((other) => other.id === op.routineId);
  if (routine && (op.record === null || id !== null)) run.routine(routine, id === null ? [] : [id], frame.within);
});
