import { memoryStore } from '@/core/store';
import { seeded } from '@/demo/random';
import { openDemo } from '@/test/demoHost';
import { rehearsed, trialOn } from '@/test/rehearsed';
import { blank, hostEnvironment } from '@/test/host';
import { Worker } from '@/test/randomWork';
import { AppHost } from './appHost';

const allCuts = ({ length }: string[]) => ({ statements: length, tried: length, whole: length });
const column = (id: string, name: string) =>
  ({ id, name, kind: 'text', required: false, unique: false, default: { kind: 'none' } }) as const;

async function released() {
  const opened = await openDemo();
  await opened.host.release({ version: '1.0.0', notes: '' });
  return { ...opened, id: opened.host.state().releases[0]?.id ?? '' };
}

test('an upgrade that loses nothing holds on the rows of now and on difficult ones, and touches neither', async () => {
  const { host, id, rows } = await released();
  await host.edit({ kind: 'addColumn', tableId: 't3', column: column('n1', 'Nickname') }, {});
  await host.edit({ kind: 'renameTable', tableId: 't5', name: 'Lendings', recordName: 'Lending' }, {});
  const before = [await rows('SELECT * FROM garments'), host.state()];
  const rehearsal = await rehearsed(host, id);
  expect(rehearsal.statements.length).toBeGreaterThan(2);
  for (const subject of ['rows-of-now', 'difficult-rows'] as const) {
    const trial = trialOn(rehearsal, subject);
    expect(trial).toMatchObject({ fault: null, unsound: [], failing: [] });
    expect(trial?.cuts).toEqual(allCuts(rehearsal.statements));
    expect(trial?.totals.lost).toBe(0);
    expect(trial?.totals.kept).toBeGreaterThan(50);
    expect(trial?.ran).toBeGreaterThan(subject === 'difficult-rows' ? 500 : 30);
  }
  expect([await rows('SELECT * FROM garments'), { ...host.state(), rehearsed: 'none' }]).toEqual(before);
  expect(host.state().rehearsed).toBe('holds');
});

test('what a changed kind cannot keep is told with its values, before and after', async () => {
  const { host, id } = await released();
  const kept = host.state().definition.tables.find((table) => table.id === 't3');
  const place = kept?.columns.find(({ name }) => name === 'Kept at');
  await host.edit({ kind: 'changeColumn', tableId: 't3', column: { ...place, kind: 'wholeNumber' } } as never, {});
  const rehearsal = await rehearsed(host, id);
  // The phone itself has lost them by now; a phone that still has the release has not.
  const phone = trialOn(rehearsal, 'rows-of-now')?.told.find((each) => each.lost > 0);
  expect(phone).toMatchObject({ table: 'Garments', column: 'Kept at', lost: 60, reason: 'does-not-fit' });
  expect(phone?.samples[0]?.before).toEqual(expect.any(String));
  const { told = [] } = trialOn(rehearsal, 'difficult-rows') ?? {};
  const lost = told.find((each) => each.table === 'Garments' && each.lost > 0);
  expect(lost).toMatchObject({ column: 'Kept at', reason: 'does-not-fit' });
  expect(lost?.samples[0]).toMatchObject({ after: null });
});

test('rows of a table that went since are still on a phone of the release, and told as lost with it', async () => {
  const { host, id } = await released();
  await host.edit({ kind: 'removeTable', tableId: 't9' }, {});
  const { told = [] } = trialOn(await rehearsed(host, id), 'rows-of-now') ?? {};
  expect(told.find(({ table, column: name }) => table === 'Errands' && name === 'What')).toMatchObject({
    lost: 18,
    kept: 0,
    reason: 'table-removed',
  });
});

test('goes from release to release, as phones do', async () => {
  const { host, id } = await released();
  await host.edit({ kind: 'addColumn', tableId: 't3', column: column('n1', 'Nickname') }, {});
  await host.release({ version: '1.1.0', notes: '' });
  const second = await rehearsed(host, host.state().releases[1]?.id ?? '');
  expect(second.statements).toEqual([]);
  expect(trialOn(second, 'rows-of-now')).toMatchObject({ fault: null, cuts: allCuts([]) });
  await host.edit({ kind: 'renameTable', tableId: 't5', name: 'Lendings', recordName: 'Lending' }, {});
  const [first, last] = [await rehearsed(host, id), await rehearsed(host, host.state().releases[1]?.id ?? '')];
  expect(first.statements.slice(-last.statements.length)).toEqual(last.statements);
  expect(first.statements.length).toBeGreaterThan(last.statements.length);
  expect(trialOn(first, 'difficult-rows')).toMatchObject({ fault: null, unsound: [], failing: [] });
});

test('rows that stand in its way are told, and the old database is whole after every cut', async () => {
  const { host, id } = await released();
  const fittings = host.state().definition.tables.find((table) => table.id === 't4');
  const note = fittings?.columns.find(({ name }) => name === 'Fit');
  await host.edit({ kind: 'changeColumn', tableId: 't4', column: { ...note, required: true } } as never, {
    [note?.id ?? '']: 3,
  });
  // What filled the rows of the phone fills those of every other; without it they stand in the way.
  const { upgrade } = host.state();
  expect(upgrade?.fills).toEqual({ [note?.id ?? '']: 3 });
  await host.setUpgrade({ fills: {}, aside: [], first: '', last: '' });
  const { statements, trials } = await rehearsed(host, id);
  expect(host.state().rehearsed).toBe('fails');
  const trial = trialOn({ trials }, 'difficult-rows');
  expect(trial?.warnings).toMatchObject([{ blocks: true, words: expect.stringContaining('would be blank') }]);
  expect(trial?.fault).toMatch(/^Fittings › Fit /);
  expect(trial?.cuts).toEqual(allCuts(statements));
  await host.undo();
  expect(host.state()).toMatchObject({ upgrade, rehearsed: 'none' });
  const filled = trialOn(await rehearsed(host, id), 'difficult-rows');
  expect(filled).toMatchObject({ fault: null, unsound: [] });
  expect(filled?.totals.filled).toBeGreaterThan(0);
  expect(host.state().rehearsed).toBe('holds');
});

test('whatever was released and changed since, every cut leaves the old database, and what fails is told', async () => {
  for (const seed of [11, 29, 47]) {
    const kv = memoryStore();
    await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: blank });
    const worker = new Worker(seeded(seed), await AppHost.open(await hostEnvironment(kv)));
    const { host } = worker;
    for (let round = 0; round < 4; round++) {
      for (let step = 0; step < 12; step++) await worker.change().catch(() => undefined);
      if (worker.host.state().definition.tables.length > 0)
        await worker.host.release({ version: `1.${round}.0`, notes: '' });
    }
    for (let step = 0; step < 6; step++) await worker.change().catch(() => undefined);
    const now = worker.host;
    const before = JSON.stringify(await now.json());
    for (const { id, version } of now.state().releases) {
      const { trials } = await rehearsed(now, id);
      for (const trial of trials) {
        const said = [seed, version, trial.subject];
        expect([...said, trial.cuts.whole]).toEqual([...said, trial.cuts.tried]);
        // An upgrade holds, or tells why it does not, in words of the plan.
        expect([...said, trial.fault ?? '']).not.toEqual([...said, expect.stringMatching(/_rebuild|_fern/)]);
        expect([...said, trial.unsound, trial.failing]).toEqual([...said, [], []]);
      }
    }
    expect(JSON.stringify(await now.json())).toBe(before);
    await now.close();
    if (host !== now) await host.close().catch(() => undefined);
  }
}, 60_000);
