import { tabLocks } from './tabLocks';

type Holder = { end: () => void; steal: () => void };
const none = () => undefined;

/** As much of the Web Locks API as is used: one holder a name, waiting, giving up, and theft. */
function lockManager() {
  const held = new Map<string, Holder>();
  const waiting = new Map<string, (() => void)[]>();
  const request = async (name: string, options: LockOptions, use: (lock: Lock | null) => unknown): Promise<unknown> => {
    if (held.has(name) && options.ifAvailable) return use(null);
    if (options.steal) held.get(name)?.steal();
    else if (held.has(name)) {
      await new Promise<void>((resolve, reject) => {
        waiting.set(name, [...(waiting.get(name) ?? []), resolve]);
        options.signal?.addEventListener('abort', () => reject(options.signal?.reason));
      });
    }
    return new Promise((resolve, reject) => {
      const end = () => {
        held.delete(name);
        waiting.get(name)?.shift()?.();
      };
      held.set(name, { end, steal: () => (held.delete(name), reject(new DOMException('stolen', 'AbortError'))) });
      void Promise.resolve(use({ name, mode: 'exclusive' })).then((value) => (end(), resolve(value)));
    });
  };
  return { request };
}

beforeEach(() => {
  Object.defineProperty(globalThis, 'navigator', { value: { locks: lockManager() }, configurable: true });
});

describe('the locks between tabs', () => {
  it('give an app to one tab, and to the next once it is let go', async () => {
    const first = await tabLocks.take('a', none);
    expect(first).not.toBeNull();
    expect(await tabLocks.take('a', none)).toBeNull();
    expect(await tabLocks.take('b', none)).not.toBeNull();
    first?.release();
    await Promise.resolve();
    expect(await tabLocks.take('a', none)).not.toBeNull();
  });

  it('ask the tab that holds an app to let go', async () => {
    const first = await tabLocks.take('a', () => first?.release());
    const second = await tabLocks.takeOver('a', none);
    second.release();
    await Promise.resolve();
    expect(await tabLocks.take('a', none)).not.toBeNull();
  });

  it('take an app by force from a tab that does not answer, and tell that tab', async () => {
    const patience = jest
      .spyOn(AbortSignal, 'timeout')
      .mockImplementation(() => AbortSignal.abort(new DOMException('too long', 'TimeoutError')));
    // The request below is given up before it waits.
    const heard = jest.fn();
    await tabLocks.take('a', heard);
    const manager = navigator.locks;
    const request = manager.request.bind(manager) as (...args: unknown[]) => Promise<unknown>;
    (manager as { request: unknown }).request = (name: string, options: LockOptions, use: unknown) =>
      options.signal?.aborted ? Promise.reject(options.signal.reason) : request(name, options, use);
    const asked = jest.fn();
    const second = await tabLocks.takeOver('a', asked);
    await Promise.resolve();
    expect(heard).toHaveBeenCalled();
    // The one that took it over keeps it: its own patience running out tells it nothing.
    expect(asked).not.toHaveBeenCalled();
    expect(await tabLocks.take('a', none)).toBeNull();
    second.release();
    patience.mockRestore();
  });
});
