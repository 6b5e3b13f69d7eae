import { seeded } from '@/demo/random';
import { type Act, brokenPromise, laidDown, type Log, openAndAct } from '@/test/modelOwner';
import { type Fate, Schedule } from '@/test/schedules';

/** `npm run endure` makes 10,000; the tests of every day a share of them. */
const SCHEDULES = Number(process.env.ENDURE ?? 400);
const MOST_ACTS = 60;

/**
 * One long schedule, made from its seed alone: up to four tabs that each open the store up to three times, up to 60
 * acts, and calls that go wrong.
 */
async function oneSchedule(seed: number): Promise<{ faults: number; broken: string | null; log: Log }> {
  const chance = seeded(seed);
  const log: Log = new Map();
  const owners = chance.whole(1, 4);
  const sessions = Array.from({ length: owners }, () => chance.whole(1, 3));
  const actsOf = () =>
    Array.from({ length: chance.whole(1, Math.floor(MOST_ACTS / owners)) }, () =>
      chance.pick<Act>(['write', 'write', 'write', 'snapshot', 'fold', 'undo']),
    );
  const tabs = sessions.map((count, index) =>
    Array.from({ length: count }, (_, session) => ({
      name: `owner ${index}.${session}`,
      acts: actsOf(),
      after: chance.whole(0, index + session === 0 ? 0 : 60),
    })),
  );
  const risk = chance.pick([0, 0.01, 0.05, 0.2]);
  const schedule = await Schedule.start(
    await laidDown(),
    tabs.map((tab) => async (kv, wait) => {
      for (const { name, acts, after } of tab) {
        // A tab is opened when so many changes were stored.
        for (let changes = 0; changes < after; changes++) await wait(0);
        await openAndAct(name, acts, log, kv, wait);
      }
    }),
  );
  let faults = 0;
  // Owners take long turns, as tabs do, and short ones, as they do when one wakes up.
  let running = 0;
  for (let { ready } = schedule; ready.length > 0; ready = schedule.ready) {
    if (chance.chance(8)) running = chance.whole(0, owners - 1);
    const own = ready.filter((at) => schedule.processOf(at) === running);
    const at = chance.pick(own.length > 0 ? own : ready);
    const isFault = chance.whole(1, 1000) <= risk * 1000;
    if (isFault) faults++;
    await schedule.step(at, isFault ? chance.pick<Fate>(schedule.faultsOf(at)) : 'done');
  }
  return { faults, broken: await brokenPromise(schedule.store.values, log), log };
}

test('long random schedules lose nothing', async () => {
  const total = { writes: 0, acknowledged: 0, faults: 0 };
  for (let seed = 1; seed <= SCHEDULES; seed++) {
    const { faults, broken, log } = await oneSchedule(seed);
    if (broken) throw new Error(`seed ${seed}: ${broken}; said: ${JSON.stringify([...log])}`);
    total.faults += faults;
    total.writes += log.size;
    total.acknowledged += [...log.values()].filter((said) => said === 'acknowledged').length;
  }
  process.stdout.write(
    `${SCHEDULES} schedules, ${total.writes} writes told of, ${total.acknowledged} acknowledged, ${total.faults} faults: none lost\n`,
  );
  expect(total.acknowledged).toBeGreaterThan(SCHEDULES);
}, 3_600_000);
