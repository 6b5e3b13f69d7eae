import { act, renderHook } from '@testing-library/react-native';
import type { Address } from './address';
import { inTurn } from './inTurn';
import { showAddress, useShown } from './shown';

const mockPush = jest.fn();
jest.mock('expo-router', () => ({ router: { push: (path: string) => mockPush(path) } }));

let mockDraw: () => void = () => undefined;
jest.mock('../afterPaint', () => ({ drawnOrHidden: () => new Promise<void>((resolve) => void (mockDraw = resolve)) }));

const hats: Address = { room: 'tables', id: 'hats' };
const masks: Address = { room: 'tables', id: 'masks' };
const coats: Address = { room: 'tables', id: 'coats' };

const onTurnedBack = jest.fn();
const show = (to: Address) => act(() => inTurn(() => showAddress('app', to, onTurnedBack)));
const draw = () => act(async () => mockDraw());

/** An app whose router is where the test says. */
function openAt(asked: Address) {
  const { result, rerender, unmount } = renderHook(({ at }: { at: Address }) => useShown('app', at), {
    initialProps: { at: asked },
  });
  const routerAt = (at: Address) => {
    rerender({ at: { ...at } });
    act(() => void jest.advanceTimersByTime(10));
  };
  return { shown: () => result.current, routerAt, unmount };
}

beforeEach(() => {
  jest.useFakeTimers();
  mockPush.mockClear();
  onTurnedBack.mockClear();
});

it('shows an address at once, and the router goes there when it is drawn', async () => {
  const { shown, routerAt, unmount } = openAt(hats);
  show(masks);
  expect(shown()).toEqual(masks);
  expect(mockPush).not.toHaveBeenCalled();
  await draw();
  expect(mockPush.mock.calls).toEqual([['/apps/app/tables/masks']]);
  const before = shown();
  routerAt(masks);
  expect(shown()).toBe(before);
  // What was shown ahead is over: the way back is the router’s.
  routerAt(hats);
  expect(shown()).toEqual(hats);
  expect(onTurnedBack).not.toHaveBeenCalled();
  unmount();
});

it('shows the next when the router has come to the one before, so that both are come back to', async () => {
  const { shown, routerAt, unmount } = openAt(hats);
  show(masks);
  show(coats);
  expect(shown()).toEqual(masks);
  await draw();
  expect(mockPush.mock.calls).toEqual([['/apps/app/tables/masks']]);
  routerAt(masks);
  expect(shown()).toEqual(coats);
  await draw();
  expect(mockPush).toHaveBeenLastCalledWith('/apps/app/tables/coats');
  routerAt(coats);
  unmount();
});

it('stays where one has gone by the browser’s button before the router had set out', async () => {
  const { shown, routerAt, unmount } = openAt(hats);
  show(masks);
  routerAt(coats);
  expect(shown()).toEqual(coats);
  expect(onTurnedBack).toHaveBeenCalledTimes(1);
  await draw();
  expect(mockPush).not.toHaveBeenCalled();
  unmount();
});

it('does not come back into an app that was left meanwhile', async () => {
  const { unmount } = openAt(hats);
  show(masks);
  unmount();
  await draw();
  expect(mockPush).not.toHaveBeenCalled();
  act(() => void jest.runOnlyPendingTimers());
  // Outside of an app nothing is shown ahead.
  show(hats);
  expect(mockPush.mock.calls).toEqual([['/apps/app/tables/hats']]);
});
