import { newCodes } from './sameCode';

test('a code that stays in sight is one scan; gone for a while, it is another', () => {
  const isNew = newCodes();
  expect([0, 200, 2400, 4800].map((now) => isNew('A', now))).toEqual([true, false, false, false]);
  expect(isNew('B', 4900)).toBe(true);
  expect(isNew('A', 7301)).toBe(true);
});
