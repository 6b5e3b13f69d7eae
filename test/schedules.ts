import { createHash } from 'node:crypto';
import { type KeyValueStore, memoryStore, type Wait } from '@/core/store';

/**
 * What becomes of a call: it is done; it fails without or after its effect; its process ends without or after its
 * effect.
 */
export type Fate = 'done' | 'fails' | 'answer lost' | 'never made' | 'is the last';
const faults: readonly Fate[] = ['fails', 'answer lost', 'never made', 'is the last'];

interface PendingCall {
  process: number;
  name: string;
  effect(): unknown;
  resolve(value: unknown): void;
  reject(error: Error): void;
}

/** A process over a store, each of whose calls waits until it is scheduled; `direct` is the same store, at once. */
export type Process = (kv: KeyValueStore, wait: Wait, direct: KeyValueStore) => Promise<void>;

/** Lets all that can go on without a call go on. */
const settled = () => new Promise<void>((resolve) => setImmediate(resolve));

/** Processes over one store, their calls made one at a time in an order that is chosen from outside. */
export class Schedule {
  readonly store: ReturnType<typeof memoryStore>;
  private readonly pending: PendingCall[] = [];
  private readonly dead = new Set<number>();
  /** How often what is stored was changed, now and when each call that waits began to. */
  private changes = 0;
  private readonly waitsSince = new Map<PendingCall, number>();
  /** What each process has heard: with what is stored, all that its future depends on. */
  private readonly heard: string[][];

  private constructor(values: Map<string, string>, processes: number) {
    this.store = memoryStore(new Map(values));
    this.heard = Array.from({ length: processes }, () => []);
  }

  static async start(values: Map<string, string>, processes: readonly Process[]): Promise<Schedule> {
    const schedule = new Schedule(values, processes.length);
    processes.forEach(
      (process, index) =>
        void process(schedule.kvOf(index), () => schedule.call(index, 'wait', () => undefined), schedule.store),
    );
    await settled();
    return schedule;
  }

  /**
   * Places of the calls that can be made now. A process that waits goes on when another has changed what is stored, or
   * when nobody else can: to look again before that would tell it nothing.
   */
  get ready(): number[] {
    const places = [...this.pending.keys()];
    const ready = places.filter(
      (at) =>
        this.pending[at]?.name !== 'wait' || this.changes > (this.waitsSince.get(this.pending[at] as PendingCall) ?? 0),
    );
    return ready.length > 0 ? ready : places;
  }

  processOf(at: number): number {
    return this.pending[at]?.process ?? -1;
  }

  /** How a call can go wrong: to wait cannot fail. */
  faultsOf(at: number): readonly Fate[] {
    return this.pending[at]?.name === 'wait' ? ['is the last'] : faults;
  }

  /** All that the future depends on, as one short text. */
  get state(): string {
    const stored = [...this.store.values].sort(([left], [right]) => (left < right ? -1 : 1));
    return createHash('sha256')
      .update(JSON.stringify([stored, this.heard, [...this.dead].sort()]))
      .digest('base64')
      .slice(0, 24);
  }

  async step(at: number, fate: Fate): Promise<void> {
    const call = this.pending.splice(at, 1)[0] as PendingCall;
    const { process, name } = call;
    const answer = fate === 'fails' || fate === 'never made' ? undefined : call.effect();
    if (answer === undefined && name !== 'wait') this.changes++;
    if (fate === 'never made' || fate === 'is the last') {
      this.dead.add(process);
      for (let index = this.pending.length - 1; index >= 0; index--)
        if (this.pending[index]?.process === process) this.pending.splice(index, 1);
    } else {
      this.heard[process]?.push(`${name} ${fate === 'done' ? JSON.stringify(answer) : 'failed'}`);
      if (fate === 'done') call.resolve(answer);
      else call.reject(new Error('the store failed'));
    }
    await settled();
  }

  private kvOf(process: number): KeyValueStore {
    const { values } = this.store;
    return {
      getMany: (keys) =>
        this.call(process, `get ${keys.join(' ')}`, () =>
          Object.fromEntries(keys.map((key) => [key, values.get(key) ?? null])),
        ),
      setMany: (entries) =>
        this.call(process, `set ${Object.keys(entries).join(' ')}`, () =>
          Object.entries(entries).forEach(([key, value]) => values.set(key, value)),
        ),
      removeMany: (keys) =>
        this.call(process, `remove ${keys.join(' ')}`, () => keys.forEach((key) => values.delete(key))),
      getAllKeys: () => this.call(process, 'keys', () => [...values.keys()].sort()),
    };
  }

  private call<T>(process: number, name: string, effect: () => T): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      if (this.dead.has(process)) return;
      const call: PendingCall = { process, name, effect, resolve: resolve as (value: unknown) => void, reject };
      this.pending.push(call);
      if (name === 'wait') this.waitsSince.set(call, this.changes);
    });
  }
}

export interface Explored {
  /** Interleavings that lead to an end, those that come to the same state counted each. */
  interleavings: bigint;
  states: number;
  ends: number;
}

/** How far to go: how many calls may go wrong, and how often a process that could go on may be left for another. */
export interface Bounds {
  faults: number;
  switches?: number;
}

/**
 * Goes through every interleaving of the processes' calls within the bounds, with every way in which a call can go
 * wrong at every place. States that are reached twice are gone on from once. `start` makes the processes anew; `atEnd`
 * is called with each state in which no call waits.
 */
export async function everySchedule<Log>(
  start: () => { values: Map<string, string>; processes: Process[]; log: Log },
  bounds: Bounds,
  atEnd: (values: Map<string, string>, log: Log) => Promise<void>,
): Promise<Explored> {
  const nexts = new Map<string, string[]>();
  const open: Step[][] = [[]];
  let ends = 0;
  for (let path = open.pop(); path; path = open.pop()) {
    const { values, processes, log } = start();
    const walk = await Walk.start(values, processes, bounds);
    let from = '';
    for (const [index, step] of path.entries()) {
      if (index === path.length - 1) from = walk.state;
      await walk.step(step);
    }
    const steps = [...path];
    for (;;) {
      const { state } = walk;
      if (from) nexts.get(from)?.push(state);
      if (nexts.has(state)) break;
      nexts.set(state, []);
      const [first, ...others] = walk.options;
      if (!first) {
        ends++;
        await atEnd(walk.schedule.store.values, log);
        break;
      }
      for (const other of others) open.push([...steps, other]);
      steps.push(first);
      from = state;
      await walk.step(first);
    }
  }
  return { interleavings: pathsFrom(nexts), states: nexts.size, ends };
}

type Step = [at: number, fate: Fate];

/** One schedule under way, with what is left of its bounds. */
class Walk {
  private running = -1;

  private constructor(
    readonly schedule: Schedule,
    private faults: number,
    private switches: number,
  ) {}

  static async start(
    values: Map<string, string>,
    processes: readonly Process[],
    { faults, switches = Infinity }: Bounds,
  ): Promise<Walk> {
    return new Walk(await Schedule.start(values, processes), faults, switches);
  }

  get state(): string {
    const bounded = this.switches === Infinity ? '' : `${this.running} ${this.switches} `;
    return `${this.faults} ${bounded}${this.schedule.state}`;
  }

  get options(): Step[] {
    const { ready } = this.schedule;
    const goesOn = ready.filter((at) => this.schedule.processOf(at) === this.running);
    const places = this.switches === 0 && goesOn.length > 0 ? goesOn : ready;
    return places.flatMap((at): Step[] => [
      [at, 'done'],
      ...(this.faults > 0 ? this.schedule.faultsOf(at).map((fate): Step => [at, fate]) : []),
    ]);
  }

  async step([at, fate]: Step): Promise<void> {
    const process = this.schedule.processOf(at);
    if (
      process !== this.running &&
      this.schedule.ready.some((other) => this.schedule.processOf(other) === this.running)
    )
      this.switches--;
    if (fate !== 'done') this.faults--;
    this.running = process;
    await this.schedule.step(at, fate);
  }
}

function pathsFrom(nexts: Map<string, string[]>): bigint {
  const counted = new Map<string, bigint>();
  const count = (state: string): bigint => {
    const known = counted.get(state);
    if (known !== undefined) return known;
    const after = nexts.get(state) ?? [];
    const paths = after.length === 0 ? 1n : after.reduce((sum, next) => sum + count(next), 0n);
    counted.set(state, paths);
    return paths;
  };
  const [first] = nexts.keys();
  return first === undefined ? 0n : count(first);
}
