import { readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { type Browser, chromium, type Page } from '@playwright/test';
import { isStored } from '@/core/definition';
import { garmentTag, theatre } from '../demo';
import { makeServer } from '../server/server';
import { measureImport } from './import';
import { median, p95, untilPainted } from './measure';
import { largePlan, measurePlan } from './plan';
import { measureRoutines } from './routines';
import { gatherFile, measureGather, measurePhotos, measureScans, measureStockTake } from './scanner';
import { measureCompile, measureScroll, measureSettings, measureTyping, wideFormFile } from './screens';

const PORT = 8736;
const SIZES = process.env.SMALL ? ([1_000, 1_000] as const) : ([1_000, 100_000] as const);
const ROUNDS = 30;
const dist = join(__dirname, '..', 'dist');
const args = ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'];

const say = (name: string, value: number, unit: string) => console.log(`${name} ${value >= 100 ? Math.round(value) : value.toFixed(2)} ${unit}`);

/** The costume store with so many garments and nothing else, as an app file on disk; `pictured`: each with a picture. */
function garmentsFile(count: number, pictured = false): string {
  const demo = theatre(count);
  const table = demo.definition.tables.find(({ name }) => name === 'Garments');
  if (!table || !demo.starting) throw new Error('the demo has no garments');
  const set = demo.starting.rows[table.id];
  const photo = 1 + (set?.columns.indexOf('t3-11') ?? 0);
  if (pictured && set) set.rows.forEach((row, index) => (row[photo] = set.rows[index % 400]?.[photo] ?? null));
  const rows = { [table.id]: set };
  const file = join(tmpdir(), `garments-${count}.json`);
  writeFileSync(file, JSON.stringify({ format: 'fern-shelf-app', version: 1, definition: { ...demo.definition, id: `garments-${count}`, name: `Garments ${count}`, people: undefined, queries: undefined, screens: undefined, routines: undefined, tables: [{ ...table, columns: table.columns.filter((column) => isStored(column) && !column.perPerson) }] }, rows }));
  return file;
}

async function importFile(page: Page, count: number): Promise<number> {
  return openFile(page, garmentsFile(count), `Garments ${count}`);
}

/** Opens an app file from the shelf; how long that took. */
async function openFile(page: Page, file: string, name: string): Promise<number> {
  await page.goto(`http://localhost:${PORT}/`);
  await page.getByRole('button', { name: 'Open app file' }).waitFor();
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: 'Open app file' }).click()]);
  const begun = Date.now();
  await chooser.setFiles(file);
  await page.getByRole('link', { name: `Open ${name}`, exact: true }).waitFor({ timeout: 120_000 });
  return Date.now() - begun;
}

async function openList(page: Page, count: number): Promise<number> {
  await page.goto(`http://localhost:${PORT}/apps/garments-${count}/run`);
  const figure = count.toLocaleString('en-GB');
  await page.getByRole('link', { name: `Garments, ${figure} records` }).click({ timeout: 60_000 });
  await page.getByRole('listitem').first().waitFor();
  return page.evaluate(() => performance.now());
}

const buttonWith = (text: string) => `[...phone.querySelectorAll('[role=button]')].find((each) => each.textContent === '${text}')`;

async function measureSize(page: Page, count: number) {
  const opened = await openList(page, count);
  await page.waitForTimeout(4000);
  const phone = page.getByRole('region', { name: 'Bench phone' });
  const saves: number[] = [];
  const deletes: number[] = [];
  await page.evaluate(() => performance.clearMeasures());
  for (let round = 0; round < ROUNDS; round++) {
    const name = `AA bench ${count} ${round}`;
    await phone.getByRole('button', { name: 'Add Garment', exact: true }).first().click();
    await phone.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
    await phone.getByRole('textbox', { name: 'Tag', exact: true }).fill(garmentTag(900_000 + round));
    await page.waitForTimeout(80);
    saves.push(await untilPainted(page, `${buttonWith('Save')}.click()`, `top().textContent.includes('${name}')`));
    const more = (count + 1).toLocaleString('en-GB');
    await phone.getByText(`${more} records`).waitFor();
    const row = phone.getByRole('listitem').first().getByRole('button').first();
    await row.focus();
    await page.waitForTimeout(80);
    deletes.push(await untilPainted(page, `document.activeElement.dispatchEvent(new KeyboardEvent('keydown', { key: 'Delete', bubbles: true, cancelable: true }))`, `!top().textContent.includes('${name}') && phone.textContent.includes('${count.toLocaleString('en-GB')} records')`));
  }
  const writes = await page.evaluate(() => performance.getEntriesByName('acknowledged').map(({ duration }) => duration));

  const searches: number[] = [];
  const box = phone.getByRole('searchbox');
  // One key at a time, as people type, with common and rare words.
  for (const words of ['blue velvet', 'wool cape', 'trunk 7', 'garment zz', '20000000421', 'padded hanger']) {
    await box.fill('');
    await phone.getByText(`${count.toLocaleString('en-GB')} records`).waitFor();
    for (let length = 1; length <= words.length; length++) {
      const text = words.slice(0, length);
      if (text.endsWith(' ')) continue;
      const shown = JSON.stringify(text.trim());
      const action = `const input = phone.querySelector('[role=searchbox]'); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(input, ${JSON.stringify(text)}); input.dispatchEvent(new Event('input', { bubbles: true }))`;
      // The list names the search that its rows answer.
      const done = `phone.textContent.includes('Nothing in Garments holds “' + ${shown} + '”') || top()?.getAttribute('data-search') === ${shown}`;
      searches.push(await untilPainted(page, action, done));
      await page.waitForTimeout(60);
    }
  }
  await box.fill('');

  await page.getByRole('link', { name: 'Data' }).click();
  await page.getByRole('radio', { name: 'SQL', exact: true }).click();
  const lookups: number[] = [];
  for (let round = 0; round < 15; round++) {
    await page.getByRole('textbox', { name: 'SQL' }).fill(`SELECT * FROM garments WHERE tag = '${garmentTag(1 + ((round * 61) % count))}'`);
    await page.getByRole('button', { name: 'Run SQL' }).click();
    await page.waitForTimeout(120);
    const words = await page.getByText(/^1 row in/).textContent();
    lookups.push(Number(/in ([\d.]+) ms/.exec(words ?? '')?.[1]));
  }
  return { opened, saves, deletes, writes, searches, lookups };
}

/** The JavaScript that the first load of the demo fetches, workers included, as it is sent. */
async function javaScriptBytes(browser: Browser) {
  const page = await (await browser.newContext()).newPage();
  const names = new Set<string>();
  page.on('request', (request) => request.url().endsWith('.js') && names.add(basename(new URL(request.url()).pathname)));
  await page.goto(`http://localhost:${PORT}/demo`);
  await page.getByRole('button', { name: /^Sign in as/ }).first().waitFor();
  const files = [...names].map((name) => readFileSync(join(dist, '_expo', 'static', 'js', 'web', name)));
  const total = (pack: (bytes: Buffer) => Buffer) => files.reduce((sum, file) => sum + pack(file).length, 0);
  return { plain: total((bytes) => bytes), gzip: total((bytes) => gzipSync(bytes)), brotli: total((bytes) => brotliCompressSync(bytes)) };
}

/** From a tap on Save in the plan of 60 tables to the changed name painted in the phone. */
async function measureEdit(page: Page): Promise<number[]> {
  const file = join(tmpdir(), 'large-plan.json');
  const definition = largePlan();
  writeFileSync(file, JSON.stringify({ format: 'fern-shelf-app', version: 1, definition, rows: {} }));
  await page.goto(`http://localhost:${PORT}/`);
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: 'Open app file' }).click()]);
  await chooser.setFiles(file);
  await page.getByRole('link', { name: 'Open Large plan', exact: true }).click({ timeout: 60_000 });
  await page.getByRole('link', { name: 'Open Table 30', exact: true }).click();
  const edits: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    await page.getByRole('button', { name: 'Names and heading' }).click();
    await page.getByRole('textbox', { name: 'The table holds' }).fill(`Renamed ${round}`);
    await page.waitForTimeout(80);
    edits.push(await untilPainted(page, `[...document.querySelectorAll('[role=dialog] [role=button]')].find((each) => each.textContent === 'Save table').click()`, `phone.textContent.includes('Renamed ${round}')`));
    await page.getByRole('dialog').waitFor({ state: 'hidden' });
  }
  return edits;
}

/** Figures of the screens, on a phone of its own with 100,000 pictured rows. */
async function measureScreens(browser: Browser): Promise<void> {
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 }, locale: 'en-GB' })).newPage();
  const [, count] = SIZES;
  await openFile(page, garmentsFile(count, true), `Garments ${count}`);
  await openList(page, count);
  await page.waitForTimeout(6000);
  await measureScroll(page, say);
  await page.getByRole('region', { name: 'Bench phone' }).getByRole('button', { name: 'Back' }).click();
  await measureSettings(page, say);
  await openFile(page, wideFormFile(), 'Wide form');
  await page.goto(`http://localhost:${PORT}/apps/wide-form/run`);
  await measureTyping(page, say);
  await page.context().close();
}

/** Figures of the scanner with the most garments, of gathering, and of reading a photo, each in the browser. */
async function measureScanner(browser: Browser): Promise<void> {
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 }, locale: 'en-GB' })).newPage();
  const [, count] = SIZES;
  await importFile(page, count);
  await openList(page, count);
  await page.waitForTimeout(6000);
  await measureScans(page, count, say);
  await openFile(page, gatherFile(), 'Gathering');
  await measureStockTake(page, PORT, say);
  await measureGather(page, PORT, say);
  await measurePhotos(page, PORT, say);
  await page.context().close();
}

async function inBrowser(measure: (browser: Browser) => Promise<void>): Promise<void> {
  const server = makeServer(dist).listen(PORT, '127.0.0.1');
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args });
  try {
    await measure(browser);
  } finally {
    await browser.close();
    server.close();
  }
}

async function main() {
  // `ONLY=screens`: while working on those alone.
  if (process.env.ONLY === 'screens') {
    measureCompile(say);
    return inBrowser(measureScreens);
  }
  if (process.env.ONLY === 'scanner') return inBrowser(measureScanner);
  if (process.env.ONLY === 'routines') return measureRoutines(say);
  await measurePlan(say);
  await measureRoutines(say);
  measureCompile(say);
  const server = makeServer(dist).listen(PORT, '127.0.0.1');
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args });
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' })).newPage();
  try {
    const results = new Map<number, Awaited<ReturnType<typeof measureSize>>>();
    for (const count of SIZES) {
      say(`import_${count}_rows`, await importFile(page, count), 'ms');
      const found = await measureSize(page, count);
      results.set(count, found);
      say(`open_to_list_${count}`, found.opened, 'ms');
      say(`save_to_painted_median_${count}`, median(found.saves), 'ms');
      say(`delete_to_painted_median_${count}`, median(found.deletes), 'ms');
      say(`search_key_to_painted_median_${count}`, median(found.searches), 'ms');
      say(`save_to_painted_p95_${count}`, p95(found.saves), 'ms');
      say(`delete_to_painted_p95_${count}`, p95(found.deletes), 'ms');
      say(`write_acknowledged_median_${count}`, median(found.writes), 'ms');
      say(`search_key_to_painted_p95_${count}`, p95(found.searches), 'ms');
      say(`barcode_lookup_median_${count}`, median(found.lookups), 'ms');
    }
    const [small, large] = SIZES.map((count) => results.get(count) as NonNullable<ReturnType<typeof results.get>>) as [Awaited<ReturnType<typeof measureSize>>, Awaited<ReturnType<typeof measureSize>>];
    say('save_p95_ratio', p95(large.saves) / p95(small.saves), 'times');
    say('delete_p95_ratio', p95(large.deletes) / p95(small.deletes), 'times');
    say('write_median_ratio', median(large.writes) / median(small.writes), 'times');
    say('plan_edit_to_phone_p95_60_tables', p95(await measureEdit(page)), 'ms');
    await measureScreens(browser);
    await measureScanner(browser);
    await measureImport(page, `http://localhost:${PORT}/`, say);
    const bytes = await javaScriptBytes(browser);
    say('javascript_plain', bytes.plain / 1024, 'KiB');
    say('javascript_gzip', bytes.gzip / 1024, 'KiB');
    say('javascript_brotli', bytes.brotli / 1024, 'KiB');
  } finally {
    await browser.close();
    server.close();
  }
}

void main();
