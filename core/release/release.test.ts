import fc from 'fast-check';
import {
  differencesBetween,
  filedReleases,
  frozenIn,
  keepRelease,
  type KeptReleases,
  nextRelease,
  patchBetween,
  patched,
  type Frozen,
  type PackedRelease,
  type Release,
  releaseHeads,
  releasesOfFile,
  unpackReleases,
} from '.';
import { applyEdit, type Edit } from '@/core/edit';
import type { Definition } from '@/core/model';
import { ProblemError } from '@/core/problem';
import { demos } from '@/demo';
import { randomApp } from '@/test/randomApp';

const theatre = demos.theatre().definition;
const after = (definition: Definition, ...edits: Edit[]) =>
  edits.reduce((plan, edit) => applyEdit(plan, edit).definition, definition);
const column = (id: string, name: string) =>
  ({ id, name, kind: 'text', required: false, unique: false, default: { kind: 'none' } }) as const;
const release = (definition: Definition, version: string, schema: number): Release => ({
  ...{ id: `r-${version.replaceAll('.', '-')}`, at: '2026-11-20T10:00:00.000Z', notes: '' },
  ...{ definition, version, schema },
});
/** As a file has them. */
const packReleases = (today: Frozen, releases: readonly Release[]): PackedRelease[] => {
  const kept = releases.reduce<KeptReleases | null>(keepRelease, null);
  return kept ? filedReleases(kept, today) : [];
};
const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const words = (before: Definition, now: Definition) => differencesBetween(before, now).map((each) => each.words);

describe('a patch', () => {
  const thing = fc.record({ id: fc.constantFrom(...'abcdef'), text: fc.string({ maxLength: 3 }) });
  const things = fc.uniqueArray(thing, { selector: ({ id }) => id });
  const value = fc.record({ list: things, plain: fc.array(fc.nat(4), { maxLength: 4 }), inner: fc.option(thing) });

  test('leads from any value to any other, and leaves what it begins with as it was', () => {
    fc.assert(
      fc.property(value, value, (from, to) => {
        const [before, patch] = [structuredClone(from), patchBetween(from, to)];
        expect(patched(from, patch)).toEqual(to);
        expect(from).toEqual(before);
      }),
      { numRuns: 500 },
    );
  });

  test('of things that have ids costs what changed, wherever they stand', () => {
    const from = Array.from({ length: 50 }, (_, at) => ({ id: `n${at}`, text: 'long'.repeat(20) }));
    const moved = [from[49]!, ...from.slice(0, 20), { ...from[20]!, text: 'short' }, ...from.slice(21, 49)];
    expect(patchBetween(from, moved)).toEqual([
      { op: 'move', from: '/49', path: '/0' },
      { op: 'replace', path: '/21/text', value: 'short' },
    ]);
  });

  test('that does not suit its value is refused', () => {
    expect(() => patched({ list: [] }, [{ op: 'remove', path: '/none/3' }])).toThrow();
  });
});

describe('releases', () => {
  const second = after(theatre, { kind: 'addColumn', tableId: 't3', column: column('n1', 'Nickname') });
  const third = after(second, { kind: 'addTable', tableId: 't99', columnId: 'c99', name: 'Wigs' });
  const releases = [release(theatre, '1.0.0', 1), release(second, '1.1.0', 2)];

  test('come back whole from what is stored of them, and cost little more than what differs', () => {
    const packed = packReleases({ definition: third }, releases);
    expect(unpackReleases({ definition: third }, packed)).toEqual({ releases, faults: [] });
    expect(JSON.stringify(packed).length).toBeLessThan(1500);
  });

  test('share with the plan of today all that is alike', () => {
    const [first] = unpackReleases({ definition: third }, packReleases({ definition: third }, releases)).releases;
    const [was, now] = [first?.definition, third].map((plan) => plan?.tables.find(({ id }) => id === 't1'));
    expect(was).toBe(now);
  });

  test('one that cannot be read takes those before it along, and is told with its place', () => {
    const packed = packReleases({ definition: third }, [...releases, release(third, '1.2.0', 3)]);
    packed[1]!.back = [{ op: 'replace', path: '/definition/tables/0/name', value: 7 }];
    const { releases: read, faults } = unpackReleases({ definition: third }, packed);
    expect(read.map(({ version }) => version)).toEqual(['1.2.0']);
    expect(faults).toMatchObject([{ code: 'release-unreadable', place: [1, 'back'] }]);
  });

  test('a version that is there twice, and a schema that goes back, are told', () => {
    const faultsOf = (...numbers: [version: string, schema: number][]) =>
      unpackReleases(
        { definition: third },
        packReleases(
          { definition: third },
          numbers.map(([version, schema]) => release(second, version, schema)),
        ),
      ).faults;
    expect(faultsOf(['1.0.0', 1], ['1.1.0', 2], ['1.1.1', 2])).toEqual([]);
    expect(faultsOf(['1.0.0', 1], ['1.0.0', 2])).toMatchObject([{ code: 'release-order', place: [1] }]);
    expect(faultsOf(['1.0.0', 1], ['1.1.0', 2], ['1.2.0', 1])).toMatchObject([{ code: 'release-order', place: [2] }]);
    // A finished project begins with version 1 of its database.
    expect(faultsOf(['1.0.0', 2])).toMatchObject([{ code: 'release-order', place: [0] }]);
  });

  test('of random apps come back as they were', async () => {
    for (const seed of [3, 17, 40]) {
      const [one, other] = await Promise.all([randomApp(seed), randomApp(seed + 100)]);
      const chain = [release(one, '1.0.0', 1), release(other, '1.0.1', 1), release(one, '1.0.2', 1)];
      const stored = JSON.parse(JSON.stringify(packReleases({ definition: other }, chain)));
      expect(unpackReleases({ definition: other }, stored)).toEqual({ releases: chain, faults: [] });
    }
  });
});

describe('kept releases', () => {
  const plans = [theatre, ...['Two', 'Three'].map((name) => after(theatre, { kind: 'renameApp', name }))];
  const kept = plans.reduce<KeptReleases | null>(
    (all, plan, at) => keepRelease(all, release(plan, `1.0.${at}`, 1)),
    null,
  ) as KeptReleases;

  test('each is had again, whatever the plan of today has become', () => {
    for (const [at, definition] of plans.entries()) expect(frozenIn(kept, `r-1-0-${at}`)).toEqual({ definition });
    expect(releaseHeads(kept).map(({ version }) => version)).toEqual(['1.0.0', '1.0.1', '1.0.2']);
    expect(() => frozenIn(kept, 'none')).toThrow(ProblemError);
    expect(() => frozenIn(null, 'none')).toThrow(ProblemError);
  });

  test('go with a file at the cost of what differs, and come back out of it', () => {
    const today = { definition: after(theatre, { kind: 'renameApp', name: 'Four' }) };
    const filed = JSON.parse(JSON.stringify(filedReleases(kept, today)));
    expect(JSON.stringify(filed).length).toBeLessThan(800);
    expect(releasesOfFile(filed, today)).toEqual(kept);
    expect(releasesOfFile([], today)).toBeNull();
  });
});

describe('the next release', () => {
  test('is the first where there is none', () => {
    expect(nextRelease(null, { definition: theatre })).toMatchObject({ version: '1.0.0', schema: 1, differences: [] });
  });

  test('has a higher schema where a database has to be changed, and only there', () => {
    const last = release(theatre, '2.3.4', 7);
    const look = after(theatre, { kind: 'setTheme', theme: { accent: 'moss' } } as Edit);
    expect(nextRelease(last, { definition: look })).toMatchObject({ version: '2.3.5', schema: 7 });
    const wider = after(theatre, { kind: 'addColumn', tableId: 't3', column: column('n1', 'Nickname') });
    expect(nextRelease(last, { definition: wider })).toMatchObject({ version: '2.4.0', schema: 8 });
    expect(nextRelease(last, { definition: theatre })).toMatchObject({ version: '2.3.5', schema: 7, notes: '' });
  });
});

describe('differences in words', () => {
  test('of tables and columns', () => {
    const now = after(
      theatre,
      { kind: 'addTable', tableId: 't99', columnId: 'c99', name: 'Wigs' },
      { kind: 'addColumn', tableId: 't99', column: column('n1', 'Nickname') },
      { kind: 'addColumn', tableId: 't6', column: column('n2', 'Thread') },
    );
    const told = words(theatre, now);
    expect(told).toContain('New table Wigs');
    expect(told).toContain('Repairs: new column Thread (text)');
    expect(told).not.toContain('Wigs: new column Nickname (text)');
    const back = words(now, theatre);
    expect(back).toContain('Wigs went, with its rows');
    expect(back).toContain('Repairs: Thread went, with its values');
  });

  test('a rename is a rename, and nothing is told of what is alike', () => {
    const now = after(theatre, { kind: 'renameTable', tableId: 't5', name: 'Lendings', recordName: 'Lending' });
    expect(words(theatre, now)).toEqual(
      expect.arrayContaining(['Loans is now called Lendings', 'One of Lendings is now called Lending']),
    );
    expect(words(theatre, copy(theatre))).toEqual([]);
  });

  test('of any two random apps each is told once, and the same plan has none', async () => {
    for (const seed of [5, 23]) {
      const [one, other] = await Promise.all([randomApp(seed), randomApp(seed + 1)]);
      expect(words(one, copy(one))).toEqual([]);
      expect(words(one, other).length).toBeGreaterThan(0);
    }
  });
});
