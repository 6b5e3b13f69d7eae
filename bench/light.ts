import type { Browser, Page } from '@playwright/test';
import { median, pairedRatio, type Say } from './measure';

const ROUNDS = 7;
const PHONE = { width: 390, height: 844 };

/** One first load of the demo, from nothing kept to a start screen that can be used. */
interface Load {
  milliseconds: number;
  /** What came over the wire for it, workers included; SQLite apart. */
  bytes: number;
}

const usable = (page: Page) =>
  page
    .getByRole('button', { name: /^Sign in as/ })
    .first()
    .waitFor();

async function firstLoad(page: Page, site: string): Promise<Load> {
  const start = performance.now();
  await page.goto(`${site}/demo`, { waitUntil: 'commit' });
  await usable(page);
  const milliseconds = performance.now() - start;
  // The page's own account: with the worker's script, without SQLite, which the worker fetches.
  const bytes = await page.evaluate(() =>
    [...performance.getEntriesByType('navigation'), ...performance.getEntriesByType('resource')]
      .map((entry) => (entry as PerformanceResourceTiming).encodedBodySize)
      .reduce((sum, size) => sum + size, 0),
  );
  return { milliseconds, bytes };
}

/** A second visit without a network, from the studio that the browser has kept; milliseconds. */
async function visitOffline(browser: Browser, site: string): Promise<number> {
  const context = await browser.newContext({ viewport: PHONE });
  const page = await context.newPage();
  await firstLoad(page, site);
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  await page.close();
  await context.setOffline(true);
  const again = await context.newPage();
  const start = performance.now();
  await again.goto(`${site}/demo`, { waitUntil: 'commit' });
  await usable(again);
  const milliseconds = performance.now() - start;
  await context.close();
  return milliseconds;
}

/** First loads of this build against another, in turn, each with a browser's storage of its own. */
export async function measureFirstLoad(browser: Browser, now: string, before: string, say: Say): Promise<void> {
  const loads: Record<'before' | 'now', Load[]> = { before: [], now: [] };
  const offline: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const builds = [
      ['before', before],
      ['now', now],
    ] as const;
    // Each goes first in every other round: what comes after the visit without a network is slower.
    for (const [state, site] of round % 2 === 0 ? builds : builds.toReversed()) {
      const context = await browser.newContext({ viewport: PHONE, serviceWorkers: 'block' });
      loads[state].push(await firstLoad(await context.newPage(), site));
      await context.close();
    }
    offline.push(await visitOffline(browser, now));
  }
  for (const [state, found] of Object.entries(loads)) {
    say(`first_load_${state}`, median(found.map(({ milliseconds }) => milliseconds)), 'ms');
    say(`first_load_${state}_wire`, median(found.map(({ bytes }) => bytes)) / 1000, 'kB');
  }
  say(
    'first_load_ratio',
    pairedRatio(
      loads.now.map(({ milliseconds }) => milliseconds),
      loads.before.map(({ milliseconds }) => milliseconds),
    ),
    'times',
  );
  say('second_visit_offline', median(offline), 'ms');
  say(
    'second_visit_offline_ratio',
    pairedRatio(
      offline,
      loads.before.map(({ milliseconds }) => milliseconds),
    ),
    'times',
  );
}
