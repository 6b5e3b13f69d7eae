import { stepsDone, type WalkSight } from './steps';
import { applyEdit } from '@/core/edit';
import type { Definition } from '@/core/model';

const empty: Definition = { id: 'a', name: 'A', theme: { accent: 'moss' }, tables: [] };
const definition = applyEdit(empty, { kind: 'addTable', tableId: 't', columnId: 'c', name: 'Tools' }).definition;
const sight: WalkSight = { definition, tableId: 't', columns: 1, way: [{ screenId: 'start' }], changes: [] };
const inserted = { table: 'tools', inserted: 1, updated: 0, deleted: 0, columns: [], keys: [1] };

test('each step is seen by what it leaves behind', () => {
  expect(stepsDone(1, sight)).toBe(1);
  expect(stepsDone(1, { ...sight, columns: 0 })).toBe(2);
  const list = [{ screenId: 'start' }, { screenId: 'list-t' }];
  expect(stepsDone(2, { ...sight, way: list })).toBe(3);
  expect(stepsDone(3, { ...sight, way: [...list, { screenId: 'form-t' }] })).toBe(4);
  expect(stepsDone(4, { ...sight, changes: [inserted] })).toBe(5);
});

test('none is taken back: who goes home in the phone has still seen the list', () =>
  expect(stepsDone(4, sight)).toBe(4));

test('records of other tables, and changes, are not the one that is meant', () => {
  expect(stepsDone(4, { ...sight, changes: [{ ...inserted, table: 'makers' }] })).toBe(4);
  expect(stepsDone(4, { ...sight, changes: [{ ...inserted, inserted: 0, updated: 1 }] })).toBe(4);
  expect(stepsDone(1, { ...sight, way: [{ screenId: 'gone' }] })).toBe(1);
});

test('it ends with the table', () => expect(stepsDone(2, { ...sight, tableId: 'gone' })).toBeNull());
