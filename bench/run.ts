import { readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { type Browser, chromium, type Page } from '@playwright/test';
import { makeServer } from '../server/server';
import { measureAgainst } from './before';
import { garmentsFile, importGarments, openFile, openList, siteAt } from './garments';
import { measureImport } from './import';
import { measureFirstLoad } from './light';
import { median, type Painted, pairedRatio, Reference, type Say, sayPainted } from './measure';
import { largePlan, measurePlan } from './plan';
import { measureProject } from './project';
import { measureReleases } from './releases';
import { measureRoutines } from './routines';
import { gatherFile, measureGather, measurePhotos, measureScans, measureStockTake } from './scanner';
import { measureCompile, measureScroll, measureSettings, measureTyping, wideFormFile } from './screens';
import { roundsInTurn, Store } from './store';
import { measureRehearsalPage } from './rehearsalPage';
import { largeQueries, measureWorkbench } from './workbench';
import launch from '../scripts/chromium.json';

const PORT = 8736;
const SIZES = process.env.SMALL ? ([1_000, 1_000] as const) : ([1_000, 100_000] as const);
const ROUNDS = 30;
const PHONE = { viewport: { width: 390, height: 844 }, locale: 'en-GB' };
const WIDE = { viewport: { width: 1280, height: 800 }, locale: 'en-GB' };
const dist = join(__dirname, '..', 'dist');

const say: Say = (name, value, unit) =>
  console.log(`${name} ${value >= 100 ? Math.round(value) : value.toFixed(2)} ${unit}`);

/** The JavaScript that the first load of the demo fetches, workers included, as it is sent. */
async function javaScriptBytes(browser: Browser) {
  const page = await (await browser.newContext()).newPage();
  const names = new Set<string>();
  page.on(
    'request',
    (request) => request.url().endsWith('.js') && names.add(basename(new URL(request.url()).pathname)),
  );
  await page.goto(`http://localhost:${PORT}/demo`);
  await page
    .getByRole('button', { name: /^Sign in as/ })
    .first()
    .waitFor();
  const files = [...names].map((name) => readFileSync(join(dist, '_expo', 'static', 'js', 'web', name)));
  const total = (pack: (bytes: Buffer) => Buffer) => files.reduce((sum, file) => sum + pack(file).length, 0);
  return {
    plain: total((bytes) => bytes),
    gzip: total((bytes) => gzipSync(bytes)),
    brotli: total((bytes) => brotliCompressSync(bytes)),
  };
}

/** From a tap on Save in the plan of 60 tables to the changed name painted in the phone. */
async function measureEdit(page: Page, reference: Reference): Promise<Painted[]> {
  const file = join(tmpdir(), 'large-plan.json');
  const definition = { ...largePlan(), queries: largeQueries };
  writeFileSync(file, JSON.stringify({ format: 'fern-shelf-app', version: 1, definition, rows: {} }));
  await openFile(page, siteAt(PORT), file, 'Large plan');
  await page.getByRole('link', { name: 'Open Large plan', exact: true }).click({ timeout: 60_000 });
  await page.getByRole('navigation', { name: 'What is here' }).getByRole('link', { name: 'Table 30' }).click();
  // What the first visit keeps for use without a network is kept, once.
  await page.evaluate('navigator.serviceWorker.ready.then(() => undefined)');
  const edits: Painted[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    await page.getByRole('button', { name: 'More', exact: true }).click();
    await page.getByRole('menuitem', { name: 'Names and heading' }).click();
    await page.getByRole('textbox', { name: 'The table holds' }).fill(`Renamed ${round}`);
    await page.waitForTimeout(80);
    edits.push(
      await reference.beside(
        page,
        'relabel',
        `[...document.querySelectorAll('[role=dialog] [role=button]')].find((each) => each.textContent === 'Save table').click()`,
        `phone.textContent.includes('Renamed ${round}')`,
      ),
    );
    await page.getByRole('dialog').waitFor({ state: 'hidden' });
  }
  return edits;
}

/** Figures of the screens, on a phone of its own with 100,000 pictured rows. */
async function measureScreens(browser: Browser): Promise<void> {
  const context = await browser.newContext(PHONE);
  const page = await context.newPage();
  const reference = await Reference.open(page);
  const [, count] = SIZES;
  await openFile(page, siteAt(PORT), garmentsFile(count, true), `Garments ${count}`);
  await openList(page, siteAt(PORT), count);
  await page.waitForTimeout(6000);
  await measureScroll(page, say);
  await page.getByRole('region', { name: 'Bench phone' }).getByRole('button', { name: 'Back' }).click();
  await measureSettings(page, reference, say);
  await openFile(page, siteAt(PORT), wideFormFile(), 'Wide form');
  await page.goto(`${siteAt(PORT)}/apps/wide-form/run`);
  await measureTyping(page, reference, say);
  await context.close();
}

/** Figures of the scanner with the most garments, of gathering, and of reading a photo, each in the browser. */
async function measureScanner(browser: Browser): Promise<void> {
  const context = await browser.newContext(PHONE);
  const page = await context.newPage();
  const reference = await Reference.open(page);
  const [, count] = SIZES;
  await importGarments(page, siteAt(PORT), count);
  await openList(page, siteAt(PORT), count);
  await page.waitForTimeout(6000);
  await measureScans(page, reference, count, say);
  await openFile(page, siteAt(PORT), gatherFile(), 'Gathering');
  await measureStockTake(page, reference, siteAt(PORT), say);
  await measureGather(page, reference, siteAt(PORT), say);
  await measurePhotos(page, siteAt(PORT), say);
  await context.close();
}

/** Saves, deletions, searches and openings of 1,000 and of 100,000 rows, in turn. */
async function measureSizes(browser: Browser): Promise<void> {
  const stores = await Promise.all(
    SIZES.map(async (count) => {
      const context = await browser.newContext(WIDE);
      const page = await context.newPage();
      return new Store(page, siteAt(PORT), count, await Reference.open(page));
    }),
  );
  for (const store of stores) await store.fill();
  const rounds = await roundsInTurn(stores, ROUNDS);
  for (const [index, store] of stores.entries()) {
    const [count, found] = [SIZES[index], rounds[index] ?? []];
    say(`import_${count}_rows`, store.imported, 'ms');
    say(`open_to_list_${count}`, store.opened, 'ms');
    for (const of of ['median', 'p95'] as const) {
      sayPainted(
        say,
        `save_to_painted_${count}`,
        found.map(({ save }) => save),
        of,
      );
      sayPainted(
        say,
        `delete_to_painted_${count}`,
        found.map(({ remove }) => remove),
        of,
      );
    }
    say(`write_acknowledged_${count}_median`, median(found.map(({ acknowledged }) => acknowledged)), 'ms');
  }
  const [small = [], large = []] = rounds;
  say(
    'save_to_painted_ratio',
    pairedRatio(
      large.map(({ save }) => save.took),
      small.map(({ save }) => save.took),
    ),
    'times',
  );
  say(
    'delete_to_painted_ratio',
    pairedRatio(
      large.map(({ remove }) => remove.took),
      small.map(({ remove }) => remove.took),
    ),
    'times',
  );
  say(
    'write_acknowledged_ratio',
    pairedRatio(
      large.map(({ acknowledged }) => acknowledged),
      small.map(({ acknowledged }) => acknowledged),
    ),
    'times',
  );
  for (const [index, store] of stores.entries()) {
    const searches = await store.search();
    for (const of of ['median', 'p95'] as const) sayPainted(say, `search_key_to_painted_${SIZES[index]}`, searches, of);
    say(`barcode_lookup_${SIZES[index]}_median`, median(await store.lookUp()), 'ms');
  }
}

async function inBrowser(
  measure: (browser: Browser) => Promise<void>,
  folders: readonly string[] = [dist],
): Promise<void> {
  const servers = folders.map((folder, index) => makeServer(folder).listen(PORT + index, '127.0.0.1'));
  const browser = await chromium.launch(launch);
  try {
    await measure(browser);
  } finally {
    await browser.close();
    servers.forEach((server) => server.close());
  }
}

async function measureMaking(browser: Browser): Promise<void> {
  const context = await browser.newContext(WIDE);
  await measureProject(await context.newPage(), siteAt(PORT), say);
  await context.close();
}

async function measureRehearsing(browser: Browser): Promise<void> {
  const context = await browser.newContext(WIDE);
  await measureRehearsalPage(await context.newPage(), siteAt(PORT), say);
  await context.close();
}

/** Edits of a plan of 60 tables, and going about in it. */
async function measureLargePlan(browser: Browser): Promise<void> {
  const context = await browser.newContext(WIDE);
  const page = await context.newPage();
  sayPainted(say, 'plan_edit_to_phone_60_tables', await measureEdit(page, await Reference.open(page)), 'p95');
  await measureWorkbench(page, say);
  await context.close();
}

async function measureRest(browser: Browser): Promise<void> {
  await measureLargePlan(browser);
  const context = await browser.newContext(WIDE);
  const page = await context.newPage();
  await measureScreens(browser);
  await measureScanner(browser);
  await measureImport(page, `${siteAt(PORT)}/`, say);
  const bytes = await javaScriptBytes(browser);
  for (const [name, size] of Object.entries(bytes)) say(`javascript_${name}`, size / 1024, 'KiB');
}

async function main() {
  // `BEFORE=folder`: against another build of the site, such as that of the commit before.
  if (process.env.BEFORE && process.env.ONLY === 'light')
    return inBrowser(
      (browser) => measureFirstLoad(browser, siteAt(PORT), siteAt(PORT + 1), say),
      [dist, process.env.BEFORE],
    );
  if (process.env.BEFORE)
    return inBrowser(
      (browser) => measureAgainst(browser, siteAt(PORT), siteAt(PORT + 1), SIZES[1], say),
      [dist, process.env.BEFORE],
    );
  // `ONLY=screens`: while working on those alone.
  if (process.env.ONLY === 'screens') {
    measureCompile(say);
    return inBrowser(measureScreens);
  }
  if (process.env.ONLY === 'sizes') return inBrowser(measureSizes);
  if (process.env.ONLY === 'workbench') return inBrowser(measureLargePlan);
  if (process.env.ONLY === 'scanner') return inBrowser(measureScanner);
  if (process.env.ONLY === 'project') return inBrowser(measureMaking);
  if (process.env.ONLY === 'routines') return measureRoutines(say);
  if (process.env.ONLY === 'releases') {
    await inBrowser(measureRehearsing);
    return measureReleases(say);
  }
  await measurePlan(say);
  await measureRoutines(say);
  await measureReleases(say);
  measureCompile(say);
  await inBrowser(measureSizes);
  await inBrowser(measureRest);
  await inBrowser(measureMaking);
  await inBrowser(measureRehearsing);
}

void main();
