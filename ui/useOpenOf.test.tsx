import { act, renderHook } from '@testing-library/react-native';
import { useOpenOf } from './useOpenOf';

it('is closed for the next thing, and when one comes back', () => {
  const { result, rerender } = renderHook(({ of }: { of?: string }) => useOpenOf(of), {
    initialProps: { of: 'hats' } as { of?: string },
  });
  expect(result.current[0]).toBe(false);
  act(() => result.current[1](true));
  expect(result.current[0]).toBe(true);
  rerender({ of: 'masks' });
  expect(result.current[0]).toBe(false);
  rerender({ of: 'hats' });
  expect(result.current[0]).toBe(false);
  act(() => result.current[1](true));
  act(() => result.current[1](false));
  expect(result.current[0]).toBe(false);
});

it('opens also where it is of nothing in particular', () => {
  const { result } = renderHook(() => useOpenOf(undefined));
  expect(result.current[0]).toBe(false);
  act(() => result.current[1](true));
  expect(result.current[0]).toBe(true);
});
