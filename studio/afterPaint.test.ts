import { drawnOrHidden } from './afterPaint';

/** A page that draws when it is told to. */
function page(visibilityState: 'visible' | 'hidden') {
  let frames: (() => void)[] = [];
  const heard = new Set<() => void>();
  const document = {
    visibilityState,
    addEventListener: (_type: string, listener: () => void) => heard.add(listener),
    removeEventListener: (_type: string, listener: () => void) => heard.delete(listener),
  };
  Object.assign(globalThis, { document, requestAnimationFrame: (work: () => void) => frames.push(work) });
  return {
    heard,
    draw: () => frames.splice(0).forEach((work) => work()),
    hide: () => {
      frames = [];
      document.visibilityState = 'hidden';
      heard.forEach((listener) => listener());
    },
  };
}

async function ends(work: Promise<void>) {
  let hasEnded = false;
  void work.then(() => (hasEnded = true));
  await jest.advanceTimersByTimeAsync(0);
  return () => jest.advanceTimersByTimeAsync(0).then(() => hasEnded);
}

const before = { document: globalThis.document, requestAnimationFrame: globalThis.requestAnimationFrame };
beforeEach(() => void jest.useFakeTimers({ doNotFake: ['requestAnimationFrame'] }));
afterEach(() => {
  jest.useRealTimers();
  Object.assign(globalThis, before);
});

test('what has to be done is done with the frame after the one that is drawn, and nothing is left behind', async () => {
  const shown = page('visible');
  const hasEnded = await ends(drawnOrHidden());
  shown.draw();
  expect(await hasEnded()).toBe(false);
  shown.draw();
  expect([await hasEnded(), shown.heard.size, jest.getTimerCount()]).toEqual([true, 0, 0]);
});

test('a page that goes out of sight, is out of sight, or draws nothing, holds it up no longer', async () => {
  const left = page('visible');
  const whenLeft = await ends(drawnOrHidden());
  left.hide();
  expect([await whenLeft(), left.heard.size]).toEqual([true, 0]);

  page('hidden');
  expect(await (await ends(drawnOrHidden()))()).toBe(true);

  page('visible');
  const whenStill = await ends(drawnOrHidden());
  await jest.advanceTimersByTimeAsync(249);
  expect(await whenStill()).toBe(false);
  await jest.advanceTimersByTimeAsync(1);
  expect(await whenStill()).toBe(true);
});
