import fc from 'fast-check';
import { addDays, addMonths, daysBetween, daysFrom, monthWeeks, weekStart } from './days';
import { dayName, monthName, weekdayNames, weekName } from './names';

const day = fc.integer({ min: 0, max: 60_000 }).map((days) => new Date(days * 86_400_000).toISOString().slice(0, 10));
const firstDay = fc.constantFrom(0, 1, 6);

test('a week begins with its first day, at most six days before', () => {
  fc.assert(
    fc.property(day, firstDay, (iso, first) => {
      const start = weekStart(iso, first);
      expect(new Date(`${start}T00:00:00Z`).getUTCDay()).toBe(first);
      expect(daysBetween(start, iso)).toBeGreaterThanOrEqual(0);
      expect(daysBetween(start, iso)).toBeLessThan(7);
    }),
  );
});

test('a month is whole weeks with all its days, and no week that has none of them', () => {
  fc.assert(
    fc.property(day, firstDay, (iso, first) => {
      const weeks = monthWeeks(iso, first);
      const all = weeks.flat();
      const month = iso.slice(0, 7);
      const length = new Date(Date.UTC(Number(iso.slice(0, 4)), Number(iso.slice(5, 7)), 0)).getUTCDate();
      expect(all).toEqual(daysFrom(all[0] as string, weeks.length * 7));
      expect(all.filter((each) => each.startsWith(month))).toHaveLength(length);
      expect(weeks.every((week) => week.some((each) => each.startsWith(month)))).toBe(true);
    }),
  );
});

test('days and months are added over the ends of months and years', () => {
  expect(addDays('2026-12-31', 1)).toBe('2027-01-01');
  expect(addDays('2028-03-01', -1)).toBe('2028-02-29');
  expect(addMonths('2026-01-31', 1)).toBe('2026-02-28');
  expect(addMonths('2026-01-15', -1)).toBe('2025-12-15');
  fc.assert(fc.property(day, fc.nat(400), (iso, days) => expect(daysBetween(iso, addDays(iso, days))).toBe(days)));
});

test('names follow the language', () => {
  expect(monthName('2026-11-27', 'de-DE')).toBe('November 2026');
  expect(dayName('2026-11-27', 'en-GB')).toBe('Friday 27 November');
  expect(weekName('2026-11-23', 'en-GB')).toContain('Nov 2026');
  expect(weekdayNames(daysFrom('2026-11-22', 2), 'fr-FR').map(({ long }) => long)).toEqual(['dimanche', 'lundi']);
});
