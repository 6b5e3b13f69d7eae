import { type Act, actWhereOpen, brokenPromise, laidDown, type Log, openAndAct } from '@/test/modelOwner';
import { type Bounds, everySchedule, type Process } from '@/test/schedules';

const ACTS: readonly Act[] = ['write', 'snapshot', 'undo'];
/** `npm run endure` goes through all; the tests of every day through a share. */
const all = process.env.ENDURE !== undefined;

/** Goes through every schedule, and prints how many they were. Throws where one breaks a promise. */
async function explore(what: string, processes: (log: Log) => Process[], bounds: Bounds): Promise<void> {
  const values = await laidDown();
  const start = () => {
    const log: Log = new Map();
    return { values, processes: processes(log), log };
  };
  const { interleavings, states, ends } = await everySchedule(start, bounds, async (stored, log) => {
    const broken = await brokenPromise(stored, log);
    if (broken) throw new Error(`${broken}; said: ${JSON.stringify([...log])}`);
  });
  process.stdout.write(
    `${what}: ${interleavings.toLocaleString('en')} interleavings, ${states.toLocaleString('en')} states, ${ends.toLocaleString('en')} ends\n`,
  );
}

/** One owner does its things; another takes over at any moment, by force, and does its own. */
const theft =
  (...acts: readonly Act[]) =>
  (log: Log): Process[] => [
    (kv, wait, direct) => actWhereOpen('a', acts, log, kv, wait, direct),
    (kv, wait) => openAndAct('b', acts, log, kv, wait),
  ];
const opening =
  (...names: string[]) =>
  (log: Log): Process[] =>
    names.map(
      (name): Process =>
        (kv, wait) =>
          openAndAct(name, ['write'], log, kv, wait),
    );

describe('every schedule of owners of one store', () => {
  test('two that open at once, whichever token is the greater', async () => {
    await explore('two that open at once', opening('a', 'b'), { faults: 0 });
  }, 120_000);

  test('a write, a snapshot and an undo each, with a theft anywhere', async () => {
    await explore('a theft', theft(...ACTS), { faults: 0 });
  }, 120_000);

  test('the same with a call that fails, fails after its effect, or is the last', async () => {
    if (all) await explore('a theft with one fault', theft(...ACTS), { faults: 1 });
    else await explore('a theft with one fault, without undo', theft('write', 'snapshot'), { faults: 1 });
  }, 900_000);

  test('a write each, with two calls that go wrong', async () => {
    await explore('a theft with two faults', theft('write'), { faults: 2 });
  }, 120_000);

  test('a write each, with two that take over one after the other or at once', async () => {
    await explore('two thefts', (log) => [...theft('write')(log), ...opening('c')(log)], {
      faults: 0,
      switches: all ? 5 : Number(process.env.SW ?? 2),
    });
  }, 3_600_000);
});
