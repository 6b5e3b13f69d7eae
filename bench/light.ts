import type { Browser, Page } from '@playwright/test';
import { median, pairedRatio, type Say } from './measure';

const ROUNDS = 7;
const PHONE = { width: 390, height: 844 };

/** One first load of the demo, from nothing kept to a start screen that can be used. */
interface Load {
  milliseconds: number;
  /** What came over the wire for it, workers included; SQLite apart, and the demo's own data. */
  bytes: number;
  demoBytes: number;
}

/**
 * Has a page tell when its start screen can be used, in milliseconds since it was asked for: whoever waits for it from
 * outside runs code of their own in it meanwhile.
 */
const TELL_USABLE = `{
  const watch = new MutationObserver(() => {
    const person = document.querySelector('[aria-label^="Sign in as"]');
    if (!person || person.getBoundingClientRect().width === 0) return;
    watch.disconnect();
    console.log('usable ' + performance.now());
  });
  watch.observe(document, { subtree: true, childList: true });
}`;

async function untilUsable(page: Page, site: string): Promise<number> {
  await page.addInitScript(TELL_USABLE);
  const told = page.waitForEvent('console', { predicate: (message) => message.text().startsWith('usable ') });
  await page.goto(`${site}/demo`, { waitUntil: 'commit' });
  return Number((await told).text().split(' ')[1]);
}

/** What was fetched as a thread accounts for it; what came out of the browser's cache was fetched by another. */
const FETCHED = `[...performance.getEntriesByType('navigation'), ...performance.getEntriesByType('resource')]
  .filter(({ name, transferSize }) => transferSize > 0 && !name.endsWith('.wasm'))
  .map(({ name, encodedBodySize }) => [name, encodedBodySize])`;

async function firstLoad(page: Page, site: string): Promise<Load> {
  const milliseconds = await untilUsable(page, site);
  const threads = await Promise.all([page.evaluate(FETCHED), ...page.workers().map((each) => each.evaluate(FETCHED))]);
  const sizes = (threads as [string, number][][]).flat();
  const sum = (kept: (name: string) => boolean) =>
    sizes.reduce((total, [name, size]) => total + (kept(name) ? size : 0), 0);
  const isDemo = (name: string) => name.includes('/demos/');
  return { milliseconds, bytes: sum((name) => !isDemo(name)), demoBytes: sum(isDemo) };
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
  const milliseconds = await untilUsable(again, site);
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
    say(`first_load_${state}_demo`, median(found.map(({ demoBytes }) => demoBytes)) / 1000, 'kB');
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
