import { demos, theatrePast } from '@/demo';
import type { Starting } from '@/core/model';
import type { Trial } from '@/core/release';
import { memoryStore } from '@/core/store';
import { rehearsedPast } from './rehearsedPast';
import { hostEnvironment } from '@/test/host';
import { AppHost } from './appHost';
import { unhurried } from './bulkInsert';

/** The demo with its past, as the build ships it. */
async function withPast() {
  const kv = memoryStore();
  const file = demos.theatre();
  const releases = theatrePast(file.definition, file.starting as Starting);
  await AppHost.install(await hostEnvironment(kv), { ...file, releases });
  return AppHost.open(await hostEnvironment(kv));
}

test('the demo has three releases, and what its old phones hold comes along but for what is told', async () => {
  const host = await withPast();
  const { releases } = host.state();
  expect(releases.map(({ version, schema }) => [version, schema])).toEqual([
    ['1.0.0', 1],
    ['1.1.0', 2],
    ['1.2.0', 3],
  ]);
  expect(host.state().rehearsed).toBe('unneeded');
  const asked = { releaseId: releases[0]?.id ?? '', subject: { kind: 'starting-rows' } as const };
  const trial = await host.rehearse(asked, null, unhurried);
  expect(trial).toMatchObject({ from: '1.0.0', fault: null, unsound: [], failing: [] });
  expect(trial.cuts.whole).toBe(trial.cuts.statements);
  const told = new Map(trial.told.map((each) => [`${each.table} › ${each.column}`, each]));
  // Halves of sizes are no whole numbers; a text that names no garment leads nowhere; keys are kept apart.
  expect(told.get('Performers › Shoe size')).toMatchObject({ lost: 4, reason: 'does-not-fit' });
  expect(told.get('Errands › Garment')?.lost).toBeGreaterThan(0);
  expect(told.get('Errands › Garment')?.moved).toBeGreaterThan(2);
  expect(told.get('Cost sheets › Number and remark')?.converted).toBeGreaterThan(0);
  expect(told.get('Keys › Door')).toMatchObject({ aside: 4, lost: 0 });
  // A week of sixty hours stays, though no form would take it now.
  expect(trial.warnings).toMatchObject([{ blocks: false, words: expect.stringContaining('Hours a week') }]);
}, 60_000);

test('each of its releases tells what its rehearsal found', async () => {
  const { definition, starting } = demos.theatre();
  const past = theatrePast(definition, starting as Starting);
  const [first, second, third] = await rehearsedPast(hostEnvironment, { definition, starting }, past);
  expect([first?.rehearsed, first?.report]).toEqual([undefined, undefined]);
  const lost = (trials: readonly Trial[] = []) =>
    trials.filter(({ totals }) => totals.lost > 0).map(({ from, subject }) => `${from} ${subject.kind}`);
  expect([second?.rehearsed, lost(second?.report?.trials)]).toEqual([
    'loses',
    ['1.0.0 starting-rows', '1.0.0 difficult-rows'],
  ]);
  expect(third?.rehearsed).toBe('loses');
  expect(third?.report?.trials.map(({ from }) => from)).toEqual([...Array(3).fill('1.0.0'), ...Array(3).fill('1.1.0')]);
}, 60_000);
