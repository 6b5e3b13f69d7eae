import { dayAfterKey } from './MonthGrid';
import { dayAt } from './useDayDrag';

test('a point is on the day whose target it is in, of two in one another the smaller', () => {
  const box = (day: string, x: number, y: number, width: number) => ({ day, x, y, width, height: 50 });
  const targets = [box('a', 0, 0, 100), box('b', 100, 0, 100), box('c', 110, 10, 20)];
  expect([dayAt(targets, 5, 5), dayAt(targets, 100, 49), dayAt(targets, 115, 15), dayAt(targets, 5, 50)]).toEqual([
    'a',
    'b',
    'c',
    null,
  ]);
});

test('the keys of a grid go by days, weeks and months', () => {
  const keys = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'PageUp', 'PageDown', 'x'];
  expect(keys.map((key) => dayAfterKey('2026-11-30', key))).toEqual([
    '2026-11-29',
    '2026-12-01',
    '2026-11-23',
    '2026-12-07',
    '2026-10-30',
    '2026-12-30',
    null,
  ]);
});
