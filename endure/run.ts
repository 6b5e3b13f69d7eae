import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { seeded } from '../demo/random';
import { type Counts, Lane, nothingYet } from './rounds';
import { serveTroubled } from './site';
import { SIGNED_IN } from './tab';
import { HOLD_WORKERS } from './trouble';
import launch from '../scripts/chromium.json';

const PORT = 8738;
const KILLS = Number(process.env.KILLS ?? 1000);
const SEED = Number(process.env.SEED ?? 1);
const LANES = Number(process.env.LANES ?? 3);
const dist = join(__dirname, '..', 'dist');

/** A lane in a browser with a profile on disk, as people have. */
async function makeLane(seed: number, counts: Counts): Promise<{ lane: Lane; close: () => Promise<void> }> {
  const profile = mkdtempSync(join(tmpdir(), 'fern-shelf-endure-'));
  const context = await chromium.launchPersistentContext(profile, {
    ...launch,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
  });
  await context.addInitScript(HOLD_WORKERS);
  const page = await context.newPage();
  await page.goto(`http://localhost:${PORT}/demo`);
  await page.getByRole('button', { name: `Sign in as ${SIGNED_IN}` }).waitFor();
  const lane = new Lane(context, page.url().replace(/\w+$/, 'data'), seeded(seed), counts);
  await page.close();
  const close = async () => {
    await context.close();
    rmSync(profile, { recursive: true, force: true });
  };
  return { lane, close };
}

const kills = ({ killsOfRenderer, killsOfWorker }: Counts): number => killsOfRenderer + killsOfWorker;

/**
 * Rounds in the browser until so many tabs were killed. Exits with 1 where anything was lost, or a page did not do what
 * was asked of it.
 */
async function main() {
  const server = serveTroubled(dist, PORT);
  const counts = nothingYet();
  const begun = Date.now();
  const tell = () =>
    console.log(
      `${counts.rounds} rounds, ${kills(counts)} kills, ${counts.losses.length} losses, ${Math.round((Date.now() - begun) / 1000)} s`,
    );
  const run = async (seed: number) => {
    const { lane, close } = await makeLane(seed, counts);
    while (kills(counts) < KILLS) {
      await lane.round();
      if (counts.rounds % 50 === 0) tell();
    }
    await lane.end();
    await close();
  };
  await Promise.all(Array.from({ length: LANES }, (_, lane) => run(SEED * 100 + lane)));
  server.close();
  report(counts);
}

function report(counts: Counts): void {
  const { losses, stuck, ...figures } = counts;
  for (const [name, count] of Object.entries({
    ...figures,
    kills: kills(counts),
    losses: losses.length,
    stuck: stuck.length,
  }))
    console.log(`endure_${name} ${count}`);
  [...losses, ...stuck].forEach((what) => console.error(what));
  process.exitCode = losses.length + stuck.length > 0 ? 1 : 0;
}

void main();
