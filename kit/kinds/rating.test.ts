import { ratingAfter, ratingAt } from './rating';

const whole = { most: 5, half: false };
const half = { most: 5, half: true };

test('a finger across the stars gives what it is on: whole, or to the half', () => {
  expect([0, 10, 44, 45, 100, 219, 400].map((x) => ratingAt(whole, x))).toEqual([1, 1, 1, 2, 3, 5, 5]);
  expect([0, 10, 22, 23, 44, 45, 100, 219].map((x) => ratingAt(half, x))).toEqual([0.5, 0.5, 0.5, 1, 1, 1.5, 2.5, 5]);
});

test('keys of a slider go a step at a time, and stay within what can be given', () => {
  expect(ratingAfter(half, 3, 'ArrowRight')).toBe(3.5);
  expect(ratingAfter(half, 0.5, 'ArrowLeft')).toBe(0.5);
  expect(ratingAfter(whole, 5, 'ArrowUp')).toBe(5);
  expect(ratingAfter(whole, null, 'ArrowRight')).toBe(1);
  expect(ratingAfter(whole, null, 'ArrowLeft')).toBe(1);
  expect([ratingAfter(whole, 3, 'Home'), ratingAfter(half, 3, 'Home'), ratingAfter(half, 3, 'End')]).toEqual([
    1, 0.5, 5,
  ]);
  expect(ratingAfter(whole, 3, 'a')).toBeUndefined();
});
