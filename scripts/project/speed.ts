// Measures a project's web build beside the preview, in turn, with 100,000 rows: from a save to painted, and from an address to the list.
// First `npm run project:speed -- --app FILE` writes the app to make the project of; then `npm run project:speed -- WEB_BUILD`.
import { copyFileSync, readFileSync, writeFileSync } from 'node:fs';
import { type Browser, chromium, type Page } from '@playwright/test';
import { garmentsFile, openFile, openList, siteAt } from '../../bench/garments';
import { median, p95, pairedRatio, painted } from '../../bench/measure';
import { garmentTag } from '../../demo';
import launch from '../chromium.json';
import { served, servedStudio } from './served';

const ROWS = 100_000;
const ROUNDS = 20;
const STARTS = 7;
const PORT = 8772;
const SETTLED_MS = 5000;
const figure = ROWS.toLocaleString('en-GB');

/** The app's own part of the page: in the preview it is framed. */
const ROOT = `const phone = document.querySelector('[aria-label="Bench phone"]') ?? document.body;
  const top = () => [...phone.querySelectorAll('[role=list]')].find((each) => !each.closest('[aria-hidden=true]'));`;

interface Side {
  name: string;
  page: Page;
  /** To the list of garments; milliseconds from the start of the page's load to its first row. */
  list(): Promise<number>;
}

/** The app with its rows as those that it is shipped with. */
function writeApp(file: string): void {
  copyFileSync(garmentsFile(ROWS), file);
  const { rows, ...app } = JSON.parse(readFileSync(file, 'utf8')) as {
    rows: object;
    definition: { tables: object };
  };
  writeFileSync(file, JSON.stringify({ ...app, starting: { tables: app.definition.tables, rows } }));
}

const newPage = async (browser: Browser): Promise<Page> =>
  (await browser.newContext({ viewport: { width: 390, height: 844 }, locale: 'en-GB' })).newPage();

async function preview(browser: Browser): Promise<Side> {
  const page = await newPage(browser);
  await openFile(page, siteAt(PORT), garmentsFile(ROWS), `Garments ${ROWS}`);
  return { name: 'preview', page, list: () => openList(page, siteAt(PORT), ROWS) };
}

async function project(browser: Browser, address: string): Promise<Side> {
  const page = await newPage(browser);
  const list = async () => {
    await page.goto(address);
    await page.getByRole('link', { name: `Garments, ${figure} records` }).click({ timeout: 60_000 });
    await page.getByRole('listitem').first().waitFor();
    return page.evaluate(() => performance.now());
  };
  return { name: 'project', page, list };
}

/** Saves a garment that comes first in the list, and deletes it again; milliseconds from the press to painted. */
async function save({ page }: Side, round: number): Promise<number> {
  const name = `AA speed ${round}`;
  await page.bringToFront();
  await page.getByRole('button', { name: 'Add Garment', exact: true }).first().click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
  await page.getByRole('textbox', { name: 'Tag', exact: true }).fill(garmentTag(900_000 + round));
  await page.waitForTimeout(80);
  const press = `[...phone.querySelectorAll('[role=button]')].find((each) => each.textContent === 'Save').click()`;
  const took = await page.evaluate<number>(painted(ROOT, press, `top().textContent.includes('${name}')`));
  await page.getByRole('listitem').first().getByRole('button').first().focus();
  await page.keyboard.press('Delete');
  await page.getByText(`${figure} records`).waitFor();
  return took;
}

function tell(what: string, sides: readonly Side[], times: readonly number[][]): void {
  const [one = [], other = []] = times;
  for (const [at, { name }] of sides.entries())
    console.log(
      `${what}, ${name}: median ${median(times[at] ?? []).toFixed(0)} ms, p95 ${p95(times[at] ?? []).toFixed(0)} ms`,
    );
  console.log(`${what}: ${pairedRatio(other, one).toFixed(2)} times`);
}

/** What each does once after it was opened must not be in the way of the other. */
async function listed({ list, page }: Side): Promise<number> {
  const took = await list();
  await page.waitForTimeout(SETTLED_MS);
  return took;
}

async function inTurn(sides: readonly Side[], rounds: number, measure: (side: Side, round: number) => Promise<number>) {
  const times: number[][] = sides.map(() => []);
  for (let round = 0; round < rounds; round++)
    for (const [at, side] of sides.entries()) times[at]?.push(await measure(side, round));
  return times;
}

async function speed(site: string): Promise<void> {
  const studio = await servedStudio(PORT);
  const { address, close } = await served(site);
  const browser = await chromium.launch(launch);
  try {
    const sides = [await preview(browser), await project(browser, address)];
    await inTurn(sides, 1, listed);
    tell('start to list', sides, await inTurn(sides, STARTS, listed));
    tell('save to painted', sides, await inTurn(sides, ROUNDS, save));
  } finally {
    await browser.close();
    close();
    studio.close();
  }
}

const [first = '', second = ''] = process.argv.slice(2);
if (first === '--app') writeApp(second);
else
  speed(first).catch((error: unknown) => {
    console.error(error);
    process.exit(1);
  });
