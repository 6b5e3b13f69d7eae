/** Who may write a database among the tabs of one browser. */
export interface TabLocks {
  /** Takes the lock of an app, or answers null where another tab holds it. `onAsked` is called when a tab wants it. */
  take(appId: string, onAsked: () => void): Promise<TabLock | null>;
  /** Asks the tab that holds the lock to let go, and takes it by force where that tab does not answer. */
  takeOver(appId: string, onAsked: () => void): Promise<TabLock>;
}

export interface TabLock {
  /** Whether it was taken by force: the former holder may still be running. */
  stolen: boolean;
  release(): void;
}

const ANSWER_WITHIN_MS = 3000;
const nameOf = (appId: string) => `fern-shelf/app/${appId}`;

/** Over the Web Locks API; a BroadcastChannel carries the request to let go. */
export const tabLocks: TabLocks = {
  take: (appId, onAsked) => request(appId, onAsked, { ifAvailable: true }, false),
  async takeOver(appId, onAsked) {
    const channel = new BroadcastChannel(nameOf(appId));
    channel.postMessage('let go');
    channel.close();
    const patience = AbortSignal.timeout(ANSWER_WITHIN_MS);
    const given = await request(appId, onAsked, { signal: patience }, false).catch(() => null);
    return given ?? ((await request(appId, onAsked, { steal: true }, true)) as TabLock);
  },
};

function request(appId: string, onAsked: () => void, options: LockOptions, stolen: boolean): Promise<TabLock | null> {
  return new Promise((resolve, reject) => {
    navigator.locks
      .request(nameOf(appId), options, (lock) => {
        if (!lock) return resolve(null);
        const channel = new BroadcastChannel(nameOf(appId));
        channel.onmessage = onAsked;
        return new Promise<void>((release) => {
          resolve({
            stolen,
            release: () => {
              channel.close();
              release();
            },
          });
        });
      })
      // A lock that is stolen later ends here too; by then the promise is settled and the holder hears of it so.
      .catch((error) => {
        onAsked();
        reject(error);
      });
  });
}
