import { memo } from './memo';

const first = {};

test('gives the very same again while every input stays the same, and makes it anew where one does not', () => {
  const make = jest.fn((...inputs: [object, unknown, unknown]) => [...inputs]);
  const remembering = memo(make);
  const made = remembering(first, 1, 'a');
  expect(remembering(first, 1, 'a')).toBe(made);
  expect(remembering.peek(first)).toEqual({ by: [first, 1, 'a'], value: made });
  for (const inputs of [
    [first, 2, 'a'],
    [first, 2, 'b'],
    [{}, 2, 'b'],
    [first, 1, 'a'],
  ] satisfies [object, unknown, unknown][])
    expect(remembering(...(inputs as [object, unknown, unknown]))).toEqual(inputs);
  expect(make).toHaveBeenCalledTimes(5);
});

test('asks of what depends on less only about that', () => {
  const make = jest.fn((_: object, { size }: { size: number; note: string }) => ({ size }));
  const remembering = memo(make, { by: (_, { size }) => [size] });
  expect(remembering(first, { size: 1, note: 'a' })).toBe(remembering(first, { size: 1, note: 'b' }));
  expect(remembering(first, { size: 2, note: 'b' })).toEqual({ size: 2 });
});

test('keeps nothing of what is still being changed', () => {
  const remembering = memo((each: object) => ({ ...each }), { unless: () => true });
  expect(remembering(first)).not.toBe(remembering(first));
  expect(remembering.peek(first)).toBeUndefined();
});
