import fc from 'fast-check';
import { moment, pickedText } from './picked';

const kinds = ['date', 'time', 'datetime-local'] as const;

test('what is chosen is where a picker begins again', () => {
  const noDouble = fc.date({ min: new Date(1905, 0, 1), max: new Date(2099, 11, 31), noInvalidDate: true });
  fc.assert(
    fc.property(noDouble, fc.constantFrom(...kinds), (at, kind) => {
      const text = pickedText(kind, at);
      // The hour that summer time leaves out is none of a day's.
      const again = pickedText(kind, moment(kind, text, new Date(2026, 0, 15)));
      expect(again).toBe(text);
    }),
  );
});

test('where nothing right stands, it begins now', () => {
  const now = new Date(2026, 10, 27, 9, 30);
  for (const kind of kinds) for (const text of ['', 'soon']) expect(moment(kind, text, now)).toEqual(now);
  expect(moment('datetime-local', '2026-02-03', now)).toEqual(new Date(2026, 1, 3));
});
