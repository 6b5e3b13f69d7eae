// Does the same in the preview of the studio and in the project's web build, and compares after each step what is seen
// and what is stored. `npm run project:parity -- WEB_BUILD`: one of the theatre whose open.ts puts its database at hand.
import { execFileSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, chromium } from '@playwright/test';
import { isFilled, isStored } from '@/core/column';
import { physicalPlan } from '@/core/plan';
import { theatre } from '@/demo';
import launch from '../chromium.json';
import { first, type Running, steps } from './paritySteps';
import { served, servedStudio } from './served';

const PORT = 8771;
const WIDE = { width: 1280, height: 800 };
const SETTLED_MS = 400;
/** The studio has its own way to keep what is stored. */
const BACKUP = /^Backup$|^All that is stored, as one file|^(Share|Read) a backup/;
const LONGEST_MS = 15_000;
/** What runs this names its functions by a helper, which is not in the page. */
const NAMED = 'globalThis.__name = (made) => made;';

const tables = physicalPlan(theatre(1).definition).tables.map(({ identifier, columns }) => ({
  identifier,
  // When something was made is another time in each.
  columns: ['id', ...columns.filter((each) => isStored(each) && !isFilled(each)).map((each) => each.identifier)],
}));

const selects = tables.map(({ identifier, columns }) => {
  const values = columns.map((column) => `quote("${column}")`).join(` || ' ' || `);
  return `SELECT '${identifier} ' || ${values} AS row FROM "${identifier}" ORDER BY id`;
});

interface Side extends Running {
  name: string;
  /** Every row that is stored, as a line. */
  dump(): Promise<string[]>;
}

/** What can be seen of the app, line by line; a field with what stands in it. */
const seen = ({ app }: Running): Promise<string[]> =>
  app.evaluate((root) => {
    const lines: string[] = [];
    const isSeen = (element: Element): boolean => {
      const { width, height } = element.getBoundingClientRect();
      return width > 0 && height > 0 && element.checkVisibility({ visibilityProperty: true });
    };
    const walk = (node: Node): void => {
      if (node instanceof HTMLInputElement || node instanceof HTMLTextAreaElement) {
        if (isSeen(node)) lines.push(`${node.getAttribute('aria-label')}: ${node.value}`);
      } else if (node instanceof Text) {
        const text = node.data.trim();
        if (text !== '' && node.parentElement && isSeen(node.parentElement)) lines.push(text);
      } else node.childNodes.forEach(walk);
    };
    walk(root);
    return lines;
  });

/** What is seen once it no longer changes. */
async function settled(side: Side): Promise<string[]> {
  const end = Date.now() + LONGEST_MS;
  for (let before = await seen(side), since = Date.now(); ;) {
    await side.page.waitForTimeout(50);
    const now = await seen(side);
    if (JSON.stringify(now) !== JSON.stringify(before)) [before, since] = [now, Date.now()];
    else if (Date.now() - since > SETTLED_MS || Date.now() > end) return now;
  }
}

async function preview(browser: Browser, folder: string): Promise<Side> {
  const page = await (await browser.newContext({ viewport: WIDE, locale: 'en-GB' })).newPage();
  await page.addInitScript(NAMED);
  await page.goto(`http://localhost:${PORT}/demo`);
  const app = page.getByRole('region', { name: 'Bench phone' });
  await app
    .getByRole('button', { name: /^Sign in as/ })
    .first()
    .waitFor({ timeout: 60_000 });
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Ship' }).click();
  let at = 0;
  const dump = async (): Promise<string[]> => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Download database' }).click(),
    ]);
    const file = join(folder, `preview-${++at}.db`);
    await download.saveAs(file);
    return selects.flatMap((sql) =>
      execFileSync('sqlite3', [file, sql], { encoding: 'utf8', maxBuffer: 1e9 }).split('\n'),
    );
  };
  return { name: 'the preview', page, app, dump: async () => (await dump()).filter(Boolean) };
}

type AtHand = { database: { getAllSync(sql: string): { row: string }[] } };

async function project(browser: Browser, address: string, size: { width: number; height: number }): Promise<Side> {
  const page = await (await browser.newContext({ viewport: size, locale: 'en-GB' })).newPage();
  await page.addInitScript(NAMED);
  await page.goto(address);
  const app = page.locator('body');
  await app
    .getByRole('button', { name: /^Sign in as/ })
    .first()
    .waitFor({ timeout: 60_000 });
  const dump = () =>
    page.evaluate(
      (all) => all.flatMap((sql) => (globalThis as unknown as AtHand).database.getAllSync(sql).map(({ row }) => row)),
      selects,
    );
  return { name: 'the project', page, app, dump };
}

/** What one has and the other has not. */
function difference(one: readonly string[], other: readonly string[]): string[] {
  const count = (lines: readonly string[]) =>
    lines.reduce((n, line) => n.set(line, (n.get(line) ?? 0) + 1), new Map<string, number>());
  const [a, b] = [count(one), count(other)];
  const lines = [...new Set([...one, ...other])].filter((line) => a.get(line) !== b.get(line));
  return lines.map((line) => `      ${a.get(line) ?? 0} / ${b.get(line) ?? 0}  ${line.slice(0, 160)}`);
}

async function compared(sides: readonly [Side, Side]): Promise<string[]> {
  const texts = await Promise.all(sides.map(settled));
  const dumps: string[][] = [];
  for (const side of sides) dumps.push(await side.dump());
  return [
    ...difference(
      texts[0] ?? [],
      (texts[1] ?? []).filter((line) => !BACKUP.test(line)),
    ).map((line) => `seen ${line}`),
    ...difference(dumps[0] ?? [], dumps[1] ?? []).map((line) => `stored ${line}`),
  ];
}

const STARTS = 10;

/** From an address to the first thing that can be pressed, in turn; the medians, in milliseconds. */
async function starts(sides: readonly [Side, Side]): Promise<void> {
  const times: number[][] = [[], []];
  const addresses = sides.map(({ page }) => new URL(page.url()));
  for (let round = 0; round < STARTS; round++)
    for (const [at, side] of sides.entries()) {
      const { origin, pathname } = addresses[at] as URL;
      const begun = performance.now();
      await side.page.goto(at === 0 ? `${origin}${pathname.replace(/ship$/, 'run')}` : origin);
      await first(side.app.getByRole('button', { name: /^Sign in as/ })).waitFor({ timeout: 60_000 });
      times[at]?.push(performance.now() - begun);
    }
  const [one = 0, other = 0] = times.map((all) => all.sort((a, b) => a - b)[Math.floor(all.length / 2)]);
  const told = [one, other].map((each) => `${Math.round(each)} ms`);
  console.log(`start to sign-in: preview ${told[0]}, project ${told[1]}, ${(other / one).toFixed(2)} times`);
}

async function parity(site: string): Promise<number> {
  const studio = await servedStudio(PORT);
  const { address, close } = await served(site);
  const browser = await chromium.launch(launch);
  try {
    const one = await preview(browser, mkdtempSync(join(tmpdir(), 'parity-')));
    // The frame around it is none of the app's.
    const size = await one.app.evaluate(({ clientWidth, clientHeight }) => ({
      width: clientWidth,
      height: clientHeight,
    }));
    const sides: [Side, Side] = [one, await project(browser, address, size)];
    let apart = 0;
    for (const [name, step] of steps) {
      await Promise.all(
        sides.map((side) =>
          step(side).catch(async (error: Error) => {
            throw new Error(
              `${name}, in ${side.name}: ${error.message}\n${(await seen(side)).slice(0, 30).join('\n')}`,
            );
          }),
        ),
      );
      const lines = await compared(sides);
      apart += lines.length > 0 ? 1 : 0;
      console.log(`${lines.length === 0 ? 'same' : 'NOT THE SAME'}  ${name}`);
      lines.slice(0, 30).forEach((line) => console.log(line));
    }
    console.log(`${steps.length} steps, ${apart} not the same`);
    await starts(sides);
    return apart;
  } finally {
    await browser.close();
    close();
    studio.close();
  }
}

parity(process.argv[2] ?? '').then(
  (apart) => process.exit(apart === 0 ? 0 : 1),
  (error: unknown) => {
    console.error(error);
    process.exit(1);
  },
);
