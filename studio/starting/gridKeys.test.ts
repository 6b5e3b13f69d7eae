import type { Column } from '@/core/model';
import type { GridRow } from '@/core/transfer';
import { gridHandlers, stepOf } from './gridKeys';

test('keys go by cells, pages and ends; with Control wholly to the first or the last row', () => {
  const steps = ['ArrowDown', 'ArrowLeft', 'PageUp', 'Home', 'End', 'a'].map((key) => stepOf(key, false, 20, 4));
  expect(steps).toEqual([[1, 0], [0, -1], [-10, 0], [0, -4], [0, 4], null]);
  expect([stepOf('Home', true, 20, 4), stepOf('End', true, 20, 4)]).toEqual([
    [-20, -4],
    [20, 4],
  ]);
});

const columns = ['a', 'b'].map((id) => ({ id, name: id, kind: 'text' }) as Column);
const rows: GridRow[] = [1, 2].map((id) => ({ id, texts: [`a${id}`, `b${id}`] }));

function grid(typing: string | null) {
  const did: unknown[] = [];
  const say =
    (what: string) =>
    (...with_: unknown[]) =>
      void did.push([what, ...with_]);
  const handlers = gridHandlers({
    rows,
    columns,
    active: { row: 1, column: 0 },
    typing,
    setTyping: say('typing'),
    put: say('put'),
    begin: say('begin'),
    move: say('move'),
    onChange: say('rows'),
  });
  const press = (key: string, held: object = {}) => {
    let prevented = false;
    handlers.onKeyDown({ key, ...held, preventDefault: () => (prevented = true) } as never);
    return prevented;
  };
  return { did, press };
}

test('while a cell is written in, Enter and Tab keep what is typed and go on, Escape keeps nothing', () => {
  const one = grid('new');
  expect([one.press('Enter'), one.press('x')]).toEqual([true, false]);
  expect(one.did).toEqual([
    ['put', { row: 1, column: 0 }, 'new'],
    ['typing', null],
    ['move', 1, 0],
  ]);
  const other = grid('new');
  other.press('Tab', { shiftKey: true });
  other.press('Escape');
  expect(other.did.slice(1)).toEqual([
    ['typing', null],
    ['move', 0, -1],
    ['typing', null],
  ]);
});

test('while none is, a letter begins, Delete empties the cell, and with Control takes the row away', () => {
  const { did, press } = grid(null);
  press('q');
  press('F2');
  press('Delete');
  press('Backspace', { ctrlKey: true });
  expect(press('s', { ctrlKey: true })).toBe(false);
  expect(did).toEqual([
    ['begin', 'q'],
    ['begin', 'a2'],
    ['put', { row: 1, column: 0 }, ''],
    ['rows', [rows[0]]],
  ]);
});
