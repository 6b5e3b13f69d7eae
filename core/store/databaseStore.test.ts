import fc from 'fast-check';
import {
  type Build,
  createStore,
  type DatabaseStore,
  type JournalEntry,
  type KeyValueStore,
  memoryStore,
  openStore,
  type Parts,
  seal,
} from '.';
import { HISTORY_CHARACTERS } from './databaseStore';

const entry = (seq: number, changeSet = 'AAAA'): JournalEntry => ({
  kind: 'rows',
  seq,
  label: `Change ${seq}`,
  at: '2026-11-20T10:00:00Z',
  changeSet,
});
const wait = async () => undefined;
const whole: Build<Parts> = (parts, entries) => ({ value: parts, replayed: entries.length });
let tokens = 0;

async function open(kv: KeyValueStore, build = whole) {
  const opened = await openStore(kv, `t${++tokens}`, wait, build);
  if (!opened) throw new Error('nothing is stored');
  return opened;
}

async function installed(database: Uint8Array = Uint8Array.of(1, 2, 3)) {
  const kv = memoryStore();
  await createStore(kv, `t${++tokens}`, wait, { database });
  return { kv, ...(await open(kv)) };
}

const keysOf = (kv: ReturnType<typeof memoryStore>, prefix: string) =>
  [...kv.values.keys()].filter((key) => key.startsWith(prefix)).sort();
const copyOf = (kv: ReturnType<typeof memoryStore>) => memoryStore(new Map(kv.values));
const seqs = ({ entries }: { entries: JournalEntry[] }) => entries.map(({ seq }) => seq);
const upTo = (last: number) => Array.from({ length: last }, (_, index) => index + 1);
/** Jest compares a byte at a time. */
const same = (one: Uint8Array | undefined, other: Uint8Array) => one !== undefined && Buffer.compare(one, other) === 0;
const noisy = (bytes: Uint8Array, at: number) => {
  const next = bytes.slice();
  next[at] = (next[at] ?? 0) ^ 255;
  return next;
};

describe('a store', () => {
  it('gives back every acknowledged entry under random appends, snapshots and reopenings', async () => {
    const step = fc.constantFrom('append', 'snapshot', 'reopen');
    await fc.assert(
      fc.asyncProperty(
        fc.array(step, { maxLength: 30 }),
        fc.uint8Array({ minLength: 1, maxLength: 90_000 }),
        async (steps, noise: Uint8Array) => {
          const { kv, store: first } = await installed(noise);
          let [store, bytes, seq, snapshotSeq]: [DatabaseStore, Uint8Array, number, number] = [first, noise, 0, 0];
          for (const kind of steps) {
            if (kind === 'append') await store.append(entry(++seq, `data${seq}`));
            if (kind === 'snapshot') {
              bytes = noisy(bytes, seq % bytes.length);
              await store.snapshot({ database: bytes }, seq);
              snapshotSeq = seq;
            }
            if (kind === 'reopen') store = (await open(kv)).store;
          }
          const opened = await open(kv);
          expect(opened.snapshot.manifest.seq).toBe(snapshotSeq);
          expect(opened.value.database).toEqual(bytes);
          expect(seqs(opened)).toEqual(upTo(seq));
          expect(opened.damaged).toBe(0);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('opens at the last good entry, whichever byte the last one is cut at, and tells so once', async () => {
    const { kv, store } = await installed();
    for (const seq of upTo(3)) await store.append(entry(seq));
    const tail = keysOf(kv, 'journal/').at(-1) as string;
    const text = kv.values.get(tail) as string;
    for (let length = 0; length < text.length; length++) {
      const copy = copyOf(kv);
      copy.values.set(tail, text.slice(0, length));
      const opened = await open(copy);
      expect(seqs(opened)).toEqual([1, 2]);
      expect(opened.damaged).toBe(1);
      expect(copy.values.get(keysOf(copy, 'aside/')[0] as string)).toBe(text.slice(0, length));
      await opened.store.append(entry(3, 'again'));
      const again = await open(copy);
      expect(again.entries.at(-1)).toMatchObject({ seq: 3, changeSet: 'again' });
      expect(again.damaged).toBe(0);
    }
  });

  it('takes nothing after a gap', async () => {
    const { kv, store } = await installed();
    for (const seq of upTo(4)) await store.append(entry(seq));
    kv.values.delete(keysOf(kv, 'journal/')[1] as string);
    const opened = await open(kv);
    expect(seqs(opened)).toEqual([1]);
    expect(opened.damaged).toBe(2);
    expect(keysOf(kv, 'aside/')).toHaveLength(2);
  });

  it('goes on before the first entry that does not replay, and puts that and all after it aside', async () => {
    const { kv, store } = await installed();
    for (const seq of upTo(5)) await store.append(entry(seq));
    const opened = await open(kv, (parts) => ({ value: parts, replayed: 2 }));
    expect(seqs(opened)).toEqual([1, 2]);
    expect(opened.damaged).toBe(3);
    await opened.store.append(entry(3, 'other'));
    const again = await open(kv);
    expect([seqs(again), again.damaged]).toEqual([[1, 2, 3], 0]);
    expect(keysOf(kv, 'journal/')).toHaveLength(3);
  });

  it('writes only the pieces that changed', async () => {
    const bytes = new Uint8Array(65_536 * 10).fill(7);
    const { kv, store } = await installed(bytes);
    const before = new Set(keysOf(kv, 'piece/'));
    const next = noisy(bytes, 65_536 * 4 + 12);
    await store.snapshot({ database: next }, 0);
    expect(keysOf(kv, 'piece/').filter((key) => !before.has(key))).toHaveLength(1);
    // The former snapshot is the way back; with the next one it goes.
    expect(keysOf(kv, 'piece/')).toHaveLength(11);
    await store.snapshot({ database: next }, 0);
    expect(keysOf(kv, 'piece/')).toHaveLength(10);
    expect(same((await open(kv)).value.database, next)).toBe(true);
  });

  it('keeps the former snapshot when a new one breaks off at any of its calls', async () => {
    const [old, fresh] = [1, 2].map((byte) => new Uint8Array(65_536 * 66).fill(byte)) as [Uint8Array, Uint8Array];
    for (let allowed = 0, broke = true; broke; allowed++) {
      const { kv } = await installed(old);
      let calls = 0;
      const fails =
        <A extends unknown[], T>(call: (...args: A) => Promise<T>) =>
        (...args: A) =>
          calls++ >= allowed && broke ? Promise.reject(new Error('disk is full')) : call(...args);
      broke = false;
      const through = { ...kv };
      const { store } = await open(through);
      broke = true;
      Object.assign(through, {
        getMany: fails(kv.getMany),
        setMany: fails(kv.setMany),
        getAllKeys: fails(kv.getAllKeys),
        removeMany: fails(kv.removeMany),
      });
      broke = await store.snapshot({ database: fresh }, 0).then(
        () => false,
        () => true,
      );
      const found = (await open(kv)).value.database as Uint8Array;
      expect(same(found, found[0] === 1 ? old : fresh)).toBe(true);
      if (!broke) expect(found[0]).toBe(2);
    }
  });

  it('says that there is no room, and that something else went wrong', async () => {
    const { kv } = await installed();
    const through = { ...kv };
    const { store } = await open(through);
    through.setMany = () => Promise.reject(new DOMException('no', 'QuotaExceededError'));
    await expect(store.append(entry(1))).rejects.toMatchObject({ problem: { code: 'store-full' } });
    through.setMany = () => Promise.reject(new Error('broken pipe'));
    await expect(store.append(entry(1))).rejects.toMatchObject({ problem: { code: 'store-failed' } });
    through.setMany = kv.setMany;
    await store.append(entry(1, 'third time'));
    expect((await open(kv)).entries).toMatchObject([{ changeSet: 'third time' }]);
  });
});

describe('a damaged store', () => {
  /** Two snapshots, with entries before, between and after them. */
  async function twoSnapshots() {
    const bytes = new Uint8Array(65_536 * 2).fill(1);
    const { kv, store } = await installed(bytes);
    for (const seq of upTo(9)) {
      await store.append(entry(seq));
      if (seq === 3 || seq === 6) await store.snapshot({ database: bytes.fill(seq) && Uint8Array.from(bytes) }, seq);
    }
    return kv;
  }

  it('is opened from the former snapshot and the longer journal, whatever of the newest is broken', async () => {
    const kv = await twoSnapshots();
    const [former, newest] = keysOf(kv, 'snapshot/') as [string, string];
    const own = (manifest: string) => keysOf(kv, 'piece/').filter((key) => kv.values.get(manifest)?.includes(key));
    for (const key of [newest, ...own(newest)]) {
      for (const damage of [(text: string) => text.slice(0, -3), () => 'AAAA', () => null]) {
        const copy = copyOf(kv);
        const changed = damage(kv.values.get(key) as string);
        if (changed === null) copy.values.delete(key);
        else copy.values.set(key, changed);
        const opened = await open(copy);
        expect(opened.snapshot.key).toBe(former);
        expect([opened.last, opened.damaged, opened.value.database?.[0]]).toEqual([9, 0, 3]);
        // It goes on from there, and the next snapshot makes it whole again.
        await opened.store.append(entry(10));
        await opened.store.snapshot({ database: Uint8Array.of(10) }, 10);
        expect(await open(copy)).toMatchObject({ last: 10, damaged: 0, snapshot: { manifest: { seq: 10 } } });
      }
    }
  });

  it('is opened from the former snapshot, too, where what the newest holds cannot be opened', async () => {
    const kv = await twoSnapshots();
    const opened = await open(kv, (parts, entries) => {
      if (parts.database?.[0] === 6) throw new Error('malformed');
      return { value: parts, replayed: entries.length };
    });
    expect(opened).toMatchObject({ last: 9, damaged: 0, snapshot: { manifest: { seq: 3 } } });
  });

  it('says so where no snapshot is whole, and touches nothing but its registration', async () => {
    const kv = await twoSnapshots();
    for (const key of keysOf(kv, 'piece/')) kv.values.set(key, 'AAAA');
    const before = [...kv.values].filter(([key]) => !/^(owner|epoch)/.test(key));
    await expect(open(kv)).rejects.toMatchObject({ problem: { code: 'store-damaged' } });
    expect([...kv.values].filter(([key]) => !/^(owner|epoch)/.test(key))).toEqual(before);
  });

  it('is read by its keys where nobody can tell what was decided, or who registered last', async () => {
    for (const prefix of ['owner/', 'epoch']) {
      const kv = await twoSnapshots();
      for (const key of keysOf(kv, prefix)) kv.values.set(key, 'torn');
      const opened = await open(kv);
      expect([seqs(opened), opened.damaged]).toEqual([upTo(9), 0]);
      await opened.store.append(entry(10));
      expect((await open(kv)).last).toBe(10);
    }
  });
});

describe('owners', () => {
  it('do not count what a former one writes late, and it removes nothing of theirs', async () => {
    const { kv, store: former } = await installed();
    await former.append(entry(1));
    const { store: owner } = await open(kv);
    await expect(former.append(entry(2, 'late'))).rejects.toMatchObject({ problem: { code: 'not-owner' } });
    await owner.append(entry(2, 'right'));
    await owner.snapshot({ database: Uint8Array.of(7) }, 2);
    await expect(former.snapshot({ database: Uint8Array.of(9) }, 2)).rejects.toMatchObject({
      problem: { code: 'not-owner' },
    });
    await former.clear();
    const opened = await open(kv);
    expect(opened.entries.map((each) => each.kind === 'rows' && each.changeSet)).toEqual(['AAAA', 'right']);
    expect(opened.value.database).toEqual(Uint8Array.of(7));
  });

  it('come and go, and no dead entry of an old one ever counts again', async () => {
    const { kv, store: first } = await installed();
    await first.append(entry(1));
    const late = new Map(kv.values);
    const { store: second } = await open(kv);
    // Written in the moment in which the second took over.
    await expect(first.append(entry(2, 'dead'))).rejects.toMatchObject({ problem: { code: 'not-owner' } });
    await second.append(entry(2, 'alive'));
    const dead = [...kv.values].filter(
      ([key]) => key.startsWith('journal/') && !late.has(key) && kv.values.get(key)?.includes('dead'),
    );
    expect(dead).toHaveLength(1);
    for (let opening = 0; opening < 40; opening++) {
      // Even where it comes late, again and again.
      dead.forEach(([key, value]) => kv.values.set(key, value));
      const opened = await open(kv);
      expect(opened.entries.map((each) => each.kind === 'rows' && each.changeSet)).toEqual(['AAAA', 'alive']);
      expect(opened.damaged).toBe(0);
      expect(keysOf(kv, 'journal/')).toHaveLength(2);
    }
  });

  it('say so at once where another opened meanwhile', async () => {
    const { kv } = await installed();
    let overtaken = false;
    const build: Build<Parts> = (parts, entries) => ({ value: parts, replayed: entries.length });
    const through = {
      ...kv,
      setMany: async (entries: Record<string, string>) => {
        await kv.setMany(entries);
        if (overtaken || !Object.values(entries).some((value) => value.includes('decision'))) return;
        overtaken = true;
        await open(kv);
      },
    };
    await expect(openStore(through, 'slow', wait, build)).rejects.toMatchObject({ problem: { code: 'not-owner' } });
  });

  it('tell neither saved nor refused where the store does not answer', async () => {
    const { kv } = await installed();
    const through = { ...kv };
    const { store } = await open(through);
    through.getMany = () => Promise.reject(new Error('no answer'));
    await expect(store.append(entry(1))).rejects.toMatchObject({ problem: { code: 'store-doubt' } });
    through.getMany = kv.getMany;
    // What nobody can tell is not written upon.
    await expect(store.append(entry(2))).rejects.toMatchObject({ problem: { code: 'store-doubt' } });
    expect(seqs(await open(kv))).toEqual([1]);
  });

  it('find that an entry is there whose setting failed after its effect', async () => {
    const { kv } = await installed();
    const through = { ...kv };
    const { store } = await open(through);
    through.setMany = (entries) => kv.setMany(entries).then(() => Promise.reject(new Error('connection lost')));
    await store.append(entry(1));
    expect(seqs(await open(kv))).toEqual([1]);
  });

  it('notice that everything was cleared under them', async () => {
    const { kv, store } = await installed();
    kv.values.clear();
    await expect(store.append(entry(1))).rejects.toMatchObject({ problem: { code: 'store-gone' } });
    expect(await openStore(kv, 'later', wait, whole)).toBeNull();
  });

  it('read again under the same registration, and do not take less than what they acknowledged', async () => {
    const { kv, store } = await installed();
    for (const seq of upTo(3)) await store.append(entry(seq));
    expect(seqs(await store.reread(whole))).toEqual([1, 2, 3]);
    await store.append(entry(4));
    const last = keysOf(kv, 'journal/').at(-1) as string;
    const text = kv.values.get(last) as string;
    kv.values.set(last, 'torn');
    await expect(store.reread(whole)).rejects.toMatchObject({ problem: { code: 'store-failed' } });
    kv.values.set(last, text);
    await store.append(entry(5));
    expect(seqs(await open(kv))).toEqual(upTo(5));
  });
});

describe('what is kept', () => {
  it('is left alone where a newer build wrote it', async () => {
    const { kv } = await installed();
    kv.values.set('format', seal('3'));
    const before = new Map(kv.values);
    await expect(open(kv)).rejects.toMatchObject({ problem: { code: 'store-newer', found: 3, supported: 2 } });
    expect(kv.values).toEqual(before);
  });

  it('has a history of so many characters, and all that the former snapshot needs', async () => {
    const { kv, store } = await installed();
    const long = 'A'.repeat(HISTORY_CHARACTERS / 10);
    for (const seq of upTo(15)) await store.append(entry(seq, long));
    await store.snapshot({ database: Uint8Array.of(1) }, 15);
    // All since the snapshot before are its way back.
    expect(keysOf(kv, 'journal/')).toHaveLength(15);
    await store.append(entry(16, long));
    await store.snapshot({ database: Uint8Array.of(2) }, 16);
    expect(keysOf(kv, 'journal/')).toHaveLength(9);
    expect(store.oldest).toBe(8);
    const opened = await open(kv);
    expect(seqs(opened)).toEqual(upTo(16).slice(7));
    expect(opened.store.oldest).toBe(8);
  });

  it('can be laid down anew with its history, in the place of what is there', async () => {
    const { kv, store: former } = await installed();
    for (const seq of upTo(5)) await former.append(entry(seq, 'old'));
    await createStore(kv, 'again', wait, { database: Uint8Array.of(9) }, 3, [entry(2, 'new'), entry(3, 'new')]);
    await expect(former.append(entry(6, 'old'))).rejects.toMatchObject({ problem: { code: 'not-owner' } });
    const opened = await open(kv);
    expect(opened.value.database).toEqual(Uint8Array.of(9));
    expect(opened.entries.map((each) => each.kind === 'rows' && `${each.seq} ${each.changeSet}`)).toEqual([
      '2 new',
      '3 new',
    ]);
  });
});
