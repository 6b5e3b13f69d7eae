/** Who may write a database among the tabs of one browser. */
export interface TabLocks {
  /** Takes the lock of an app, or answers null where another tab holds it. `onAsked` is called when a tab wants it. */
  take(appId: string, onAsked: () => void): Promise<TabLock | null>;
  /** Asks the tab that holds the lock to let go, and takes it by force where that tab does not answer. */
  takeOver(appId: string, onAsked: () => void): Promise<TabLock>;
}

export interface TabLock {
  release(): void;
}

const ANSWER_WITHIN_MS = 3000;
const nameOf = (appId: string) => `fern-shelf/app/${appId}`;

/** Over the Web Locks API; a BroadcastChannel carries the request to let go. */
export const tabLocks: TabLocks = {
  take: (appId, onAsked) => request(appId, onAsked, { ifAvailable: true }),
  async takeOver(appId, onAsked) {
    const channel = new BroadcastChannel(nameOf(appId));
    channel.postMessage('let go');
    channel.close();
    const patience = AbortSignal.timeout(ANSWER_WITHIN_MS);
    const given = await request(appId, onAsked, { signal: patience }).catch(() => null);
    return given ?? ((await request(appId, onAsked, { steal: true })) as TabLock);
  },
};

function request(appId: string, onAsked: () => void, options: LockOptions): Promise<TabLock | null> {
  let isHeld = false;
  return new Promise((resolve, reject) => {
    navigator.locks
      .request(nameOf(appId), options, (lock) => {
        if (!lock) return resolve(null);
        isHeld = true;
        const channel = new BroadcastChannel(nameOf(appId));
        channel.onmessage = onAsked;
        return new Promise<void>((release) => {
          resolve({
            release: () => {
              channel.close();
              release();
            },
          });
        });
      })
      // A lock that is stolen later ends here, and its holder hears of it so; a request that was given up never held
      // it.
      .catch((error) => {
        if (isHeld) onAsked();
        reject(error);
      });
  });
}
