/** Sends calls in the order they are made in; while they are held, all of them wait. */
export class HeldCalls {
  private waiting: (() => void)[] | null = null;

  /** Holds every call until `until` ends. Whoever holds meanwhile waits no longer than that. */
  hold(until: Promise<unknown>): void {
    if (this.waiting) return;
    this.waiting = [];
    const release = () => {
      const calls = this.waiting ?? [];
      this.waiting = null;
      calls.forEach((send) => send());
    };
    until.then(release, release);
  }

  send<T>(call: () => Promise<T>): Promise<T> {
    const { waiting } = this;
    if (!waiting) return call();
    return new Promise((resolve, reject) => void waiting.push(() => void call().then(resolve, reject)));
  }
}
