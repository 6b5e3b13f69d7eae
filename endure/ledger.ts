/**
 * What the demo holds that taps here change: the performers by name, in the order of their ids, and the tables added.
 */
export interface Holding {
  performers: readonly string[];
  tables: readonly string[];
}

/** What is there, with what can be undone and redone: the last is the next to be. */
interface State {
  now: Holding;
  past: readonly Holding[];
  future: readonly Holding[];
}

export type Verdict = 'as acknowledged' | 'with what was on its way' | 'lost';

/**
 * What was acknowledged, and the one change that may be on its way. A change is noted before it is tapped; it is
 * acknowledged or refused when the screen says so; where the page dies first, either state may be found.
 */
export class Ledger {
  private acknowledged: State;
  private onItsWay: State | null = null;

  constructor(now: Holding) {
    this.acknowledged = { now, past: [], future: [] };
  }

  get state(): State {
    return this.acknowledged;
  }

  begin(change: Partial<Holding>): void {
    const { now, past } = this.acknowledged;
    this.onItsWay = { now: { ...now, ...change }, past: [...past, now], future: [] };
  }

  beginUndo(): void {
    const { now, past, future } = this.acknowledged;
    this.onItsWay = { now: past.at(-1) as Holding, past: past.slice(0, -1), future: [...future, now] };
  }

  beginRedo(): void {
    const { now, past, future } = this.acknowledged;
    this.onItsWay = { now: future.at(-1) as Holding, past: [...past, now], future: future.slice(0, -1) };
  }

  isAcknowledged(): void {
    if (this.onItsWay) this.acknowledged = this.onItsWay;
    this.onItsWay = null;
  }

  isRefused(): void {
    this.onItsWay = null;
  }

  /** Compares with what is there after opening anew, and goes on from that. */
  judge(found: Holding): Verdict {
    const { acknowledged, onItsWay } = this;
    this.onItsWay = null;
    if (same(found, acknowledged.now)) return 'as acknowledged';
    this.acknowledged = onItsWay && same(found, onItsWay.now) ? onItsWay : { now: found, past: [], future: [] };
    return this.acknowledged === onItsWay ? 'with what was on its way' : 'lost';
  }

  /** The tables that may be there. */
  get mayHold(): readonly string[] {
    return [...new Set([...this.acknowledged.now.tables, ...(this.onItsWay?.now.tables ?? [])])];
  }

  /** Both states that may be found, for the report of a loss. */
  get expected(): unknown {
    return { acknowledged: this.acknowledged.now, onItsWay: this.onItsWay?.now };
  }
}

const same = (left: Holding, right: Holding): boolean => JSON.stringify(left) === JSON.stringify(right);
