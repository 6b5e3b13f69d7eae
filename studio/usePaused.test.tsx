import { act, renderHook } from '@testing-library/react-native';
import { usePaused } from './usePaused';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

function field(value = 'Hats') {
  const handed: string[] = [];
  const outside: string[] = [];
  const hook = renderHook(
    ({ now }: { now: string }) =>
      usePaused(
        now,
        (text) => handed.push(text),
        (text) => outside.push(text),
      ),
    {
      initialProps: { now: value },
    },
  );
  return { ...hook, handed, outside, wait: (ms: number) => act(() => void jest.advanceTimersByTime(ms)) };
}

test('what is typed is handed on once, when typing pauses', () => {
  const { result, handed, wait } = field();
  for (const text of ['Hats a', 'Hats an', 'Hats and']) {
    result.current.queue(text);
    wait(200);
  }
  expect(handed).toEqual([]);
  wait(200);
  expect(handed).toEqual(['Hats and']);
  wait(5000);
  expect(handed).toEqual(['Hats and']);
});

test('a field that closes takes what was typed last along', () => {
  const { result, handed, unmount } = field();
  result.current.queue('Caps');
  unmount();
  expect(handed).toEqual(['Caps']);
});

test('what cannot be handed on takes back what was to be; what stands there already is not handed on', () => {
  const { result, handed, wait, unmount } = field();
  result.current.queue('Caps');
  result.current.queue(null);
  wait(1000);
  result.current.queue('Hats');
  wait(1000);
  unmount();
  expect(handed).toEqual([]);
});

test('what came of its own typing is no change from outside; what an undo brings is', () => {
  const { result, handed, outside, wait, rerender } = field();
  result.current.queue('Caps');
  wait(1000);
  rerender({ now: 'Caps' });
  expect(outside).toEqual([]);
  rerender({ now: 'Hats' });
  expect(outside).toEqual(['Hats']);
  // The same word again is another edit now.
  result.current.queue('Caps');
  wait(1000);
  expect(handed).toEqual(['Caps', 'Caps']);
});
