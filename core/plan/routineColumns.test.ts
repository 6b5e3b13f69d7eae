import { namedIn } from './routineColumns';
import { columnIn } from './steps/traits';
import type { Routine, Step } from '@/core/model';
const steps: Step[] = [
  { id: '1', kind: 'insert', tableId: 'tInsert', name: 'made', values: [{ columnId: 'cInsert', text: '1' }] },
  { id: '2', kind: 'update', record: ':this', values: [{ columnId: 'cUpdate', text: '1' }] },
  { id: '3', kind: 'delete', record: ':this' },
  { id: '4', kind: 'link', record: ':this', columnId: 'cLink', to: ':made' },
  { id: '5', kind: 'unlink', record: ':this', columnId: 'cUnlink' },
  { id: '6', kind: 'ask', name: 'who', question: 'Who?', answer: { kind: 'record', tableId: 'tAsk', queryId: 'qAsk' } },
  { id: '7', kind: 'ask', name: 'sure', question: 'Sure?', answer: { kind: 'confirm' } },
  { id: '8', kind: 'message', text: "'Done'" },
  { id: '9', kind: 'set', name: 'n', text: '1' },
  { id: '10', kind: 'go', screenId: 'sGo' },
  { id: '11', kind: 'run', routineId: 'rRun' },
  { id: '12', kind: 'lookUp', record: ':this', codeId: 'cCode', columnIds: ['cOne', 'cTwo'] },
  {
    id: '12b',
    kind: 'copy',
    record: ':this',
    name: 'copy',
    values: [{ columnId: 'cGiven', text: '1' }],
    resetIds: ['cReset'],
    lineIds: ['cLine'],
  },
  {
    id: '13',
    kind: 'each',
    tableId: 'tEach',
    queryId: 'qEach',
    name: 'row',
    steps: [
      {
        id: '14',
        kind: 'if',
        condition: '1',
        steps: [{ id: '15', kind: 'go', screenId: 'sThen' }],
        otherwise: [{ id: '16', kind: 'run', routineId: 'rElse' }],
      },
    ],
  },
];
const routine: Routine = { id: 'r', name: 'Trial', tableId: 'tOwn', steps };

test('tells everything of the plan that a routine names, however deep', () => {
  expect(namedIn(routine)).toEqual({
    tables: ['tOwn', 'tInsert', 'tAsk', 'tEach'],
    columns: ['cInsert', 'cUpdate', 'cLink', 'cUnlink', 'cCode', 'cOne', 'cTwo', 'cGiven', 'cReset', 'cLine'],
    queries: ['qAsk', 'qEach'],
    screens: ['sGo', 'sThen'],
    routines: ['rRun', 'rElse'],
  });
  expect(namedIn({ id: 'r', name: 'Trial', steps: [] }).tables).toEqual([]);
});

test('finds a column only in its own table', () => {
  const column = { id: 'c', name: 'C', identifier: 'c' };
  const plan = {
    tables: [
      { id: 'a', columns: [column] },
      { id: 'b', columns: [] },
    ],
  } as never;
  expect(columnIn(plan, 'a', 'c')).toBe(column);
  expect(columnIn(plan, 'b', 'c')).toBeUndefined();
  expect(columnIn(plan, 'none', 'c')).toBeUndefined();
});
