import { act, renderHook } from '@testing-library/react-native';
import { useAfterPaint } from './useAfterPaint';

const mockDue: (() => void)[] = [];
jest.mock('./afterPaint', () => ({
  afterPaint: (work: () => void) => {
    mockDue.push(work);
    return () => void mockDue.splice(mockDue.indexOf(work), 1);
  },
}));
jest.mock('react-dom', () => ({ flushSync: (work: () => void) => work() }));

const painted = () => act(() => mockDue.splice(0).forEach((work) => work()));

function showing() {
  mockDue.length = 0;
  const { result, rerender, unmount } = renderHook(
    ({ value, of }: { value: string; of: string }) => useAfterPaint(value, of),
    { initialProps: { value: 'first', of: 'here' } },
  );
  const draw = (value: string, of = 'here') => act(() => rerender({ value, of }));
  return { result, draw, unmount };
}

test('comes with the frame after, and what came meanwhile with it', async () => {
  const { result, draw } = showing();
  await draw('second');
  expect(result.current).toBe('first');
  await draw('third');
  expect(mockDue).toHaveLength(1);
  await painted();
  expect(result.current).toBe('third');
  expect(mockDue).toHaveLength(0);
});

test('is the newest of something else at once', async () => {
  const { result, draw } = showing();
  await draw('second');
  await draw('second', 'there');
  expect(result.current).toBe('second');
  await draw('third', 'there');
  expect(result.current).toBe('second');
  await painted();
  expect(result.current).toBe('third');
});

test('what is gone draws nothing later', async () => {
  const { draw, unmount } = showing();
  await draw('second');
  await unmount();
  expect(mockDue).toHaveLength(0);
});
