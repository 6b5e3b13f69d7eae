import { definitionFaults } from '@/core/check';
import { applyEdit, copyOf, type Edit, newCopy, withLines, withoutLines } from '@/core/edit';
import type { Definition, StepOf } from '@/core/model';
import type { StepScope } from '@/core/plan';
import { plainColumn } from '@/test/hats';
import { blank } from '@/test/host';

const link = (id: string, name: string, tableId: string) =>
  ({ ...plainColumn(id, name), kind: 'link', tableId, inverse: `${name} of`, onDelete: 'cascade' }) as const;
/** Sheets with lines, lines with notes; a sheet, a line and a note each have a number that no other has. */
const plan: Definition = (
  [
    { kind: 'addTable', tableId: 's', columnId: 's1', name: 'Sheets' },
    { kind: 'addTable', tableId: 'l', columnId: 'l1', name: 'Lines' },
    { kind: 'addTable', tableId: 'n', columnId: 'n1', name: 'Notes' },
    ...['s', 'l', 'n'].map((id) => ({
      kind: 'addColumn',
      tableId: id,
      column: { ...plainColumn(`${id}2`, 'Number'), kind: 'text', unique: true },
    })),
    { kind: 'addColumn', tableId: 'l', column: link('l3', 'Sheet', 's') },
    { kind: 'addColumn', tableId: 'n', column: link('n3', 'Line', 'l') },
  ] as Edit[]
).reduce((made, edit) => applyEdit(made, edit).definition, blank);
const scope: StepScope = {
  row: { tableId: 's', name: 'this' },
  records: { this: 's', line: 'l' },
  values: {},
};
const start: StepOf<'copy'> = {
  id: 'c',
  kind: 'copy',
  record: ':this',
  name: 'copy',
  values: [],
  resetIds: [],
  lineIds: [],
};
const made = newCopy(plan, scope, start);
const faultOf = (step: StepOf<'copy'>) =>
  definitionFaults({ ...plan, routines: [{ id: 'r', name: 'Copying', tableId: 's', steps: [step] }] });

test('a copy begins so that it can run, and can run with whatever lines are taken in', () => {
  expect(faultOf(start)).not.toBeNull();
  expect(made.resetIds).toEqual(['s2']);
  const whole = withLines(plan, scope, withLines(plan, scope, made, 'l3'), 'n3');
  expect([whole.lineIds, whole.resetIds]).toEqual([
    ['l3', 'n3'],
    ['s2', 'l2', 'n2'],
  ]);
  expect([made, withLines(plan, scope, made, 'l3'), whole].map(faultOf)).toEqual([[], [], []]);
});

test('lines that go take along the lines of theirs, and what of them was reset', () => {
  const whole = withLines(plan, scope, withLines(plan, scope, made, 'l3'), 'n3');
  expect(withoutLines(plan, scope, whole, 'n3')).toEqual(withLines(plan, scope, made, 'l3'));
  expect(withoutLines(plan, scope, whole, 'l3')).toEqual(made);
});

test('lines of what is not copied are not taken in', () => {
  expect(withLines(plan, scope, made, 'n3')).toEqual(made);
});

test('another record of the same table leaves the step as it is; one of another begins anew', () => {
  const with3 = withLines(plan, scope, made, 'l3');
  expect(copyOf(plan, scope, with3, ':this')).toEqual(with3);
  expect(copyOf(plan, scope, with3, ':line')).toEqual({ ...start, record: ':line', resetIds: ['l2'] });
});
