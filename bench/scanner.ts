import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { encode } from 'fast-png';
import { garmentTag, theatre } from '../demo';
import { photoOf } from '../test/photo';
import { median, type Painted, type Reference, type Say, sayPainted } from './measure';

const SCANS = 40;
const GATHERED = 10_000;
const GATHERINGS = 7;
const PHOTOS = 15;

const phoneOf = (page: Page) => page.getByRole('region', { name: 'Bench phone' });

/** Types a code as fast as a scanner does, with its end key. */
const typed = (code: string): string =>
  `document.activeElement.blur(); [...${JSON.stringify(code)}, 'Enter'].forEach((key) => document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true })))`;

/** From the last key of a hand scanner to the record painted, with the list of garments open. */
export async function measureScans(page: Page, reference: Reference, count: number, say: Say): Promise<void> {
  const times: Painted[] = [];
  for (let round = 0; round < SCANS; round++) {
    const code = garmentTag(1 + ((round * 7919) % count));
    times.push(
      await reference.beside(
        page,
        'replace',
        typed(code),
        `[...phone.querySelectorAll('[aria-label="Edit Garment"]')].some((each) => !each.closest('[aria-hidden=true]')) && phone.textContent.includes('${code}')`,
      ),
    );
    await phoneOf(page).getByRole('button', { name: 'Back' }).click();
    await page.waitForTimeout(120);
  }
  for (const of of ['median', 'p95'] as const) sayPainted(say, `scan_to_record_painted_${count}_garments`, times, of);
}

/**
 * A stock-take: from the last key of each of 300 scans to its place on the list painted, when there are 200 on it
 * already.
 */
export async function measureStockTake(page: Page, reference: Reference, site: string, say: Say): Promise<void> {
  await page.goto(`${site}/apps/gathering/run`);
  await phoneOf(page).getByRole('link', { name: 'Stock-take', exact: true }).click();
  await phoneOf(page).getByRole('textbox', { name: 'Code' }).waitFor();
  const times: Painted[] = [];
  for (let scan = 1; scan <= 300; scan++) {
    const took = await reference.beside(
      page,
      'insert',
      typed(garmentTag(scan)),
      `phone.textContent.includes('${scan} scanned')`,
    );
    if (scan > 200) times.push(took);
  }
  sayPainted(say, 'stock_take_scan_painted_of_300', times, 'p95');
}

/** The theatre with 10,000 repairs to charge, all of one production, and nobody to sign in. */
export function gatherFile(): string {
  const demo = theatre(400);
  const { definition, starting } = demo;
  if (!starting) throw new Error('the demo has no rows');
  const production = starting.rows.t10?.rows[2]?.[2] ?? 1;
  const repairs = Array.from({ length: GATHERED }, (_, index) => [
    index + 1,
    'Loose hem',
    1 + (index % 400),
    production,
    '2026-10-01',
    (index % 20) / 4,
    2800,
    0,
    null,
    null,
  ]);
  const tables = definition.tables
    .filter(({ owned }) => !owned)
    .map((table) => ({ ...table, columns: table.columns.filter(({ perPerson }) => !perPerson) }));
  const rows = Object.fromEntries(
    Object.entries(starting.rows).filter(([id]) => tables.some((table) => table.id === id)),
  );
  const screens = definition.screens && {
    ...definition.screens,
    list: definition.screens.list.filter(
      (screen) => !('tableId' in screen) || tables.some(({ id }) => id === screen.tableId),
    ),
  };
  const start = screens?.list.find(({ id }) => id === 'start');
  if (start?.kind === 'menu')
    start.entries = start.entries
      .filter(
        (entry) =>
          !('when' in entry && entry.when?.person) &&
          !('screenId' in entry && !screens?.list.some(({ id }) => id === entry.screenId)),
      )
      .concat([{ id: 'sheets', kind: 'screen', screenId: 'list-t10' }]);
  const file = join(tmpdir(), 'gathering.json');
  writeFileSync(
    file,
    JSON.stringify({
      ...demo,
      definition: { ...definition, id: 'gathering', name: 'Gathering', people: undefined, tables, screens },
      starting: undefined,
      rows: { ...rows, t6: { columns: starting.rows.t6?.columns, rows: repairs } },
    }),
  );
  return file;
}

/** The one tap that gathers 10,000 repairs: until it is acknowledged, stored and all, and until its sheet shows it. */
export async function measureGather(page: Page, reference: Reference, site: string, say: Say): Promise<void> {
  await page.goto(`${site}/apps/gathering/run`);
  await phoneOf(page)
    .getByRole('link', { name: /^Cost sheets/ })
    .first()
    .click();
  await phoneOf(page)
    .getByRole('button', { name: /^K-2403/ })
    .click();
  await phoneOf(page).getByRole('button', { name: 'Gather repairs' }).waitFor();
  await page.waitForTimeout(1500);
  await page.evaluate(() => performance.clearMeasures());
  const painted: Painted[] = [];
  for (let round = 0; round < GATHERINGS; round++) {
    painted.push(
      await reference.beside(
        page,
        'relabel',
        `[...phone.querySelectorAll('[role=button]')].find((each) => each.textContent === 'Gather repairs').click()`,
        `/Gathered repairs ${GATHERED.toLocaleString('en-GB').replace(',', '.')}|Gathered repairs 10,?000/.test(phone.textContent)`,
      ),
    );
    await page.waitForTimeout(400);
    await phoneOf(page).getByRole('button', { name: 'Undo' }).click();
    await phoneOf(page)
      .getByRole('heading', { name: /^Gathered repairs 0/ })
      .waitFor();
    await page.waitForTimeout(400);
  }
  const all = await page.evaluate(() => performance.getEntriesByName('acknowledged').map(({ duration }) => duration));
  // Every second one is the undo.
  say('gather_10000_repairs_acknowledged_median', median(all.filter((_, index) => index % 2 === 0)), 'ms');
  sayPainted(say, 'gather_10000_repairs_painted', painted, 'median');
}

/**
 * A photo of an EAN-13 of 1280 × 720, from being chosen to its code read; and how long the page was ever blocked
 * meanwhile.
 */
export async function measurePhotos(page: Page, site: string, say: Say): Promise<void> {
  await page.goto(`${site}/apps/gathering/run`);
  await phoneOf(page).getByRole('link', { name: 'Find by tag', exact: true }).click();
  // What mounting the screen takes is not what is measured.
  await page.waitForTimeout(2500);
  const times: number[] = [];
  await page.evaluate(
    `window.longest = 0; new PerformanceObserver((list) => list.getEntries().forEach(({ duration }) => (window.longest = Math.max(window.longest, duration)))).observe({ type: 'longtask' });`,
  );
  for (let round = 0; round < PHOTOS; round++) {
    const code = garmentTag(90_000 + round);
    const { grey, width, height } = await photoOf('EAN-13', code, {
      width: 1280,
      height: 720,
      degrees: (round % 5) - 2,
      grain: 0.08,
      scale: 3,
    });
    const picture = Buffer.from(encode({ width, height, data: Uint8Array.from(grey), channels: 1, depth: 8 }));
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      phoneOf(page).getByRole('button', { name: 'Read a code from a picture' }).click(),
    ]);
    const read = page.evaluate(`new Promise((resolve) => {
      let begun = 0;
      document.addEventListener('change', () => (begun = performance.now()), { capture: true, once: true });
      const observer = new MutationObserver(() => { if (!document.body.textContent.includes('${code}')) return; observer.disconnect(); resolve(performance.now() - begun); });
      observer.observe(document.body, { subtree: true, childList: true, characterData: true });
    })`) as Promise<number>;
    await page.waitForTimeout(30);
    await chooser.setFiles({ name: 'photo.png', mimeType: 'image/png', buffer: picture });
    times.push(await read);
    if (process.env.EACH) console.log('photo', round, times.at(-1), await page.evaluate('window.longest'));
  }
  say('photo_1280x720_to_code_median', median(times), 'ms');
  say('photo_page_blocked_longest', (await page.evaluate('window.longest')) as number, 'ms');
}
