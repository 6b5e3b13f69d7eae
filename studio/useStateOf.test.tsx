import { act, renderHook } from '@testing-library/react-native';
import { useStateOf } from './useStateOf';

it('begins anew for another thing, and takes nothing that was meant for the one before', () => {
  const { result, rerender } = renderHook(({ of }: { of: string }) => useStateOf(of, ''), {
    initialProps: { of: 'hats' },
  });
  const [, setOfHats] = result.current;
  act(() => setOfHats('half typed'));
  expect(result.current[0]).toBe('half typed');
  rerender({ of: 'masks' });
  expect(result.current[0]).toBe('');
  act(() => setOfHats('too late'));
  expect(result.current[0]).toBe('');
  act(() => result.current[1]('of masks'));
  expect(result.current[0]).toBe('of masks');
});
