import { ProblemError } from '@/core/problem';

/** Calls run one after another, until it is closed. */
export class Turns {
  private queue: Promise<unknown> = Promise.resolve();
  isClosed = false;

  take<T>(work: () => T | Promise<T>): Promise<T> {
    const run = this.queue.then(() => {
      if (this.isClosed) throw new ProblemError({ code: 'not-owner' });
      return work();
    });
    this.queue = run.catch(() => undefined);
    return run;
  }
}
