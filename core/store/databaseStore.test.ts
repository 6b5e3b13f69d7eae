import fc from 'fast-check';
import { ProblemError } from '@/core/problem';
import { DatabaseStore } from './databaseStore';
import type { JournalEntry } from './journalEntry';
import { memoryStore } from './memoryStore';
import { seal, unseal } from './seal';

const entry = (seq: number, changeSet = 'AAAA'): JournalEntry => ({ kind: 'rows', seq, label: `Change ${seq}`, at: '2026-11-20T10:00:00Z', changeSet });
let tokens = 0;
const open = (kv = memoryStore()) => DatabaseStore.open(kv, `t${++tokens}`);

async function installed(bytes = Uint8Array.of(1, 2, 3)) {
  const kv = memoryStore();
  const { store } = await open(kv);
  await store.snapshot(bytes, '{}', 0);
  return { kv, store };
}

describe('seal', () => {
  it('opens what it sealed, and nothing that was cut or changed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.nat(), fc.nat(), (text, cut, flip) => {
        const sealed = seal(text);
        expect(unseal(sealed)).toBe(text);
        expect(unseal(sealed.slice(0, cut % sealed.length))).toBeNull();
        const at = flip % sealed.length;
        const changed = sealed.slice(0, at) + String.fromCharCode(sealed.charCodeAt(at) ^ 1) + sealed.slice(at + 1);
        expect(unseal(changed)).not.toBe(text);
      }),
    );
  });
});

describe('DatabaseStore', () => {
  it('gives back every acknowledged entry under random appends, snapshots and reopenings', async () => {
    const step = fc.oneof(fc.constant('append'), fc.constant('snapshot'), fc.constant('reopen'));
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 30 }), fc.uint8Array({ minLength: 1, maxLength: 90_000 }), async (steps, noise) => {
        const { kv, store: first } = await installed(noise);
        let store = first;
        let seq = 0;
        let snapshotSeq = 0;
        let bytes = noise;
        for (const kind of steps) {
          if (kind === 'append') await store.append(entry(++seq, `data${seq}`));
          if (kind === 'snapshot') {
            bytes = Uint8Array.from(bytes);
            bytes[seq % bytes.length] = seq % 256;
            await store.snapshot(bytes, `{"seq":${seq}}`, seq);
            snapshotSeq = seq;
          }
          if (kind === 'reopen') store = (await open(kv)).store;
        }
        const opened = await open(kv);
        expect(opened.snapshotSeq).toBe(snapshotSeq);
        expect(opened.bytes).toEqual(bytes);
        expect(opened.entries.map((each) => each.seq)).toEqual(Array.from({ length: seq }, (_, index) => index + 1));
        expect(opened.damaged).toBe(0);
      }),
      { numRuns: 40 },
    );
  });

  it('opens at the last good entry, whichever byte the last one is cut at', async () => {
    const { kv, store } = await installed();
    for (let seq = 1; seq <= 3; seq++) await store.append(entry(seq));
    const tail = [...kv.values.keys()].filter((key) => key.startsWith('journal/')).sort().at(-1) as string;
    const whole = kv.values.get(tail) as string;
    for (let length = 0; length < whole.length; length++) {
      const copy = memoryStore(new Map(kv.values).set(tail, whole.slice(0, length)));
      const opened = await open(copy);
      expect(opened.entries.map(({ seq }) => seq)).toEqual([1, 2]);
      expect(opened.damaged).toBe(1);
      expect([...copy.values.keys()].some((key) => key.startsWith('aside/'))).toBe(true);
      await opened.store.append(entry(3, 'again'));
      expect((await open(copy)).entries.at(-1)).toMatchObject({ seq: 3, changeSet: 'again' });
    }
  });

  it('takes nothing after a gap', async () => {
    const { kv, store } = await installed();
    for (let seq = 1; seq <= 4; seq++) await store.append(entry(seq));
    kv.values.delete([...kv.values.keys()].find((key) => key.startsWith('journal/000000000002')) as string);
    const opened = await open(kv);
    expect(opened.entries.map(({ seq }) => seq)).toEqual([1]);
    expect(opened.damaged).toBe(2);
  });

  it('writes only the pieces that changed', async () => {
    const bytes = new Uint8Array(65_536 * 10).fill(7);
    const { kv, store } = await installed(bytes);
    const pieces = () => [...kv.values.keys()].filter((key) => key.startsWith('piece/'));
    const before = new Set(pieces());
    const next = Uint8Array.from(bytes);
    next[65_536 * 4 + 12] = 8;
    await store.snapshot(next, '{}', 0);
    expect(pieces()).toHaveLength(10);
    expect(pieces().filter((key) => !before.has(key))).toHaveLength(1);
    expect((await open(kv)).bytes).toEqual(next);
  });

  it('keeps the former snapshot when a new one breaks off anywhere', async () => {
    for (let allowed = 0; allowed < 4; allowed++) {
      const { kv } = await installed(new Uint8Array(65_536 * 66).fill(1));
      let writes = 0;
      const failing = { ...kv, setMany: (entries: Record<string, string>) => (writes++ > allowed ? Promise.reject(new Error('disk is full')) : kv.setMany(entries)) };
      const { store } = await DatabaseStore.open(failing, `t${++tokens}`);
      const outcome = await store.snapshot(new Uint8Array(65_536 * 66).fill(2), '{}', 0).then(
        () => 2,
        (error: ProblemError) => (expect(error.problem).toEqual({ code: 'store-full' }), 1),
      );
      expect((await open(memoryStore(kv.values))).bytes?.every((byte) => byte === outcome)).toBe(true);
    }
  });

  it('says so when a piece of the snapshot is damaged', async () => {
    const { kv } = await installed();
    const piece = [...kv.values.keys()].find((key) => key.startsWith('piece/')) as string;
    kv.values.set(piece, 'AAAA');
    await expect(open(kv)).rejects.toMatchObject({ problem: { code: 'store-failed' } });
  });

  it('does not count what a former owner writes late', async () => {
    const { kv, store: former } = await installed();
    await former.append(entry(1));
    const { store: owner } = await open(kv);
    await expect(former.append(entry(2, 'late'))).rejects.toMatchObject({ problem: { code: 'not-owner' } });
    await owner.append(entry(2, 'right'));
    await expect(former.snapshot(Uint8Array.of(9), '{}', 2)).rejects.toMatchObject({ problem: { code: 'not-owner' } });
    const opened = await open(kv);
    expect(opened.entries.map((each) => each.kind === 'rows' && each.changeSet)).toEqual(['AAAA', 'right']);
    expect(opened.bytes).toEqual(Uint8Array.of(1, 2, 3));
  });
});
