import { lastDay, movedTo, standsOn } from './calendarRows';
import { dayAfterKey } from './MonthGrid';
import { dayAt } from './useDayDrag';

test('a row stands on every day of its span; one that ends before it begins stands on its first', () => {
  const span = { day: '2026-11-27', until: '2026-11-29' };
  expect(
    ['2026-11-26', '2026-11-27', '2026-11-28', '2026-11-29', '2026-11-30'].map((day) => standsOn(span, day)),
  ).toEqual([false, true, true, true, false]);
  expect(lastDay({ day: '2026-11-27', until: '2026-11-01' })).toBe('2026-11-27');
  expect(standsOn({ day: '2026-11-27', until: null }, '2026-11-28')).toBe(false);
});

test('a row that is moved keeps its length, from whichever of its days it was taken', () => {
  const span = { day: '2026-11-27', until: '2026-11-29' };
  expect(movedTo(span, '2026-11-28', '2026-12-01')).toEqual({ day: '2026-11-30', until: '2026-12-02' });
  expect(movedTo({ day: '2026-11-27', until: null }, '2026-11-27', '2026-11-20')).toEqual({
    day: '2026-11-20',
    until: null,
  });
});

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
