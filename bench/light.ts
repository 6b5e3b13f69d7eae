import type { Browser, Page } from '@playwright/test';
import { median, pairedRatio, type Say } from './measure';

const ROUNDS = 7;
const QUIET_MS = 700;
const PHONE = { width: 390, height: 844 };

/** What a load of the demo comes to, in milliseconds since it was asked for. */
interface Load {
  /** Its start screen can be used. */
  usable: number;
  /** A person who was pressed the moment that they could be has their records on screen. */
  answered: number;
}

const signIn = (page: Page) => page.getByRole('button', { name: /^Sign in as/ }).first();

/** Has a page note by itself when its start screen can be used: whoever waits from outside runs code in it meanwhile. */
const NOTE_USABLE = `{
  const watch = new MutationObserver(() => {
    const person = document.querySelector('[aria-label^="Sign in as"]');
    if (!person || person.getBoundingClientRect().width === 0) return;
    watch.disconnect();
    globalThis.usable = performance.now();
    dispatchEvent(new Event('usable'));
  });
  watch.observe(document, { subtree: true, childList: true });
}`;

/** Has it sign in at that moment, and tell when that was answered. */
const SIGN_IN = `addEventListener('usable', () => setTimeout(() => {
  document.querySelector('[aria-label^="Sign in as"]').click();
  const watch = new MutationObserver(() => {
    if (!document.querySelector('[aria-label^="Garments, 400 records"]')) return;
    watch.disconnect();
    console.log('answered', usable, performance.now());
  });
  watch.observe(document, { subtree: true, childList: true, attributes: true });
}))`;

async function load(page: Page, site: string): Promise<Load> {
  await page.addInitScript(`${NOTE_USABLE}\n${SIGN_IN}`);
  const told = page.waitForEvent('console', { predicate: (message) => message.text().startsWith('answered ') });
  await page.goto(`${site}/demo`, { waitUntil: 'commit' });
  const [usable, answered] = (await told).text().split(' ').slice(1).map(Number);
  return { usable: usable ?? NaN, answered: answered ?? NaN };
}

/**
 * What was fetched as a thread accounts for it, by the page until its start screen could be used; what came out of the
 * browser's cache was fetched by another.
 */
const FETCHED = `[...performance.getEntriesByType('navigation'), ...performance.getEntriesByType('resource')]
  .filter(({ name, transferSize, startTime }) =>
    transferSize > 0 && !name.endsWith('.wasm') && startTime <= (globalThis.usable ?? Infinity))
  .map(({ name, encodedBodySize }) => [name, encodedBodySize])`;

/** What comes over the wire for a first load, workers included, until the demo is there; SQLite apart, and the demo. */
async function firstBytes(browser: Browser, site: string): Promise<{ bytes: number; demoBytes: number }> {
  const context = await browser.newContext({ viewport: PHONE, serviceWorkers: 'block' });
  const page = await context.newPage();
  await page.addInitScript(NOTE_USABLE);
  await page.goto(`${site}/demo`, { waitUntil: 'commit' });
  await signIn(page).waitFor();
  const fetched = async () => {
    // A worker that has ended meanwhile has fetched nothing but itself.
    const workers = page.workers().map((each) => each.evaluate(FETCHED).catch(() => []));
    return ((await Promise.all([page.evaluate(FETCHED), ...workers])) as [string, number][][]).flat();
  };
  let sizes: [string, number][] = [];
  for (let before = -1; before < sizes.length;) {
    before = sizes.length;
    await page.waitForTimeout(QUIET_MS);
    sizes = await fetched();
  }
  await context.close();
  const sum = (kept: (name: string) => boolean) =>
    sizes.reduce((total, [name, size]) => total + (kept(name) ? size : 0), 0);
  const isDemo = (name: string) => name.includes('/demos/');
  return { bytes: sum((name) => !isDemo(name)), demoBytes: sum(isDemo) };
}

/** A second visit without a network, from what the browser has kept. */
async function visitOffline(browser: Browser, site: string): Promise<Load> {
  const context = await browser.newContext({ viewport: PHONE });
  const page = await context.newPage();
  await page.goto(`${site}/demo`);
  await signIn(page).waitFor();
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  await page.close();
  await context.setOffline(true);
  const again = await load(await context.newPage(), site);
  await context.close();
  return again;
}

/** First loads of this build against another, in turn, each with a browser's storage of its own. */
export async function measureFirstLoad(browser: Browser, now: string, before: string, say: Say): Promise<void> {
  const loads: Record<'before' | 'now', Load[]> = { before: [], now: [] };
  const offline: Load[] = [];
  const builds = [
    ['before', before],
    ['now', now],
  ] as const;
  for (let round = 0; round < ROUNDS; round++) {
    // Each goes first in every other round: what comes after the visit without a network is slower.
    for (const [state, site] of round % 2 === 0 ? builds : builds.toReversed()) {
      const context = await browser.newContext({ viewport: PHONE, serviceWorkers: 'block' });
      loads[state].push(await load(await context.newPage(), site));
      await context.close();
    }
    offline.push(await visitOffline(browser, now));
  }
  for (const [state, site] of builds) {
    for (const moment of ['usable', 'answered'] as const)
      say(`first_load_${moment}_${state}`, median(loads[state].map((each) => each[moment])), 'ms');
    const { bytes, demoBytes } = await firstBytes(browser, site);
    say(`first_load_wire_${state}`, bytes / 1000, 'kB');
    say(`first_load_demo_${state}`, demoBytes / 1000, 'kB');
  }
  for (const moment of ['usable', 'answered'] as const) {
    const of = (list: Load[]) => list.map((each) => each[moment]);
    say(`first_load_${moment}_ratio`, pairedRatio(of(loads.now), of(loads.before)), 'times');
    say(`second_visit_${moment}`, median(of(offline)), 'ms');
    say(`second_visit_${moment}_ratio`, pairedRatio(of(offline), of(loads.before)), 'times');
  }
}
