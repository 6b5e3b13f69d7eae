import { movedTo, standsOn } from './span';

test('a row stands on every day of its span; one that ends before it begins stands on its first', () => {
  const span = { day: '2026-11-27', until: '2026-11-29' };
  expect(
    ['2026-11-26', '2026-11-27', '2026-11-28', '2026-11-29', '2026-11-30'].map((day) => standsOn(span, day)),
  ).toEqual([false, true, true, true, false]);
  const before = { day: '2026-11-27', until: '2026-11-01' };
  expect(['2026-11-01', '2026-11-27', '2026-11-28'].map((day) => standsOn(before, day))).toEqual([false, true, false]);
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
