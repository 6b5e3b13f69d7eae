import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { median, type Say } from './measure';

const CSV_ROWS = 100_000;
const ROUNDS = 3;

/** A file of eight columns, of as many kinds as there are in life. */
function csvFile(folder: string): string {
  const path = join(folder, 'garments.csv');
  const two = (part: number) => String(part).padStart(2, '0');
  const lines = Array.from(
    { length: CSV_ROWS },
    (_, index) =>
      `G${String(index).padStart(6, '0')},Garment number ${index},${['Good', 'Worn', 'Poor'][index % 3]},${(index % 900) + 0.5},2026-${two((index % 12) + 1)}-${two((index % 28) + 1)},${index % 2 ? 'yes' : 'no'},${index % 977},"Kept on rail ${index % 40}, shelf ${index % 7}"`,
  );
  writeFileSync(path, `Code,Name,Condition,Price,Bought,Lent,Count,Place\n${lines.join('\n')}\n`);
  return path;
}

/** A database of about 50 MB, by the stock program: two tables with a link, texts, numbers and dates. */
function databaseFile(folder: string): string {
  const path = join(folder, 'store.db');
  execFileSync('sqlite3', [path], {
    input: `CREATE TABLE maker (id INTEGER PRIMARY KEY, name TEXT NOT NULL, town TEXT);
      CREATE TABLE garment (id INTEGER PRIMARY KEY, name TEXT NOT NULL, maker_id INTEGER
      REFERENCES maker, price REAL, bought DATE, count INTEGER, lent BOOLEAN, note TEXT);
      WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 2000) INSERT INTO maker
      SELECT i, 'Maker ' || i, 'Town ' || (i % 90) FROM n;
      WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 330000) INSERT INTO garment
      SELECT i, 'Garment number ' || i, 1 + i % 2000, i % 900 + 0.5, date('2020-01-01', (i % 2000) || ' days'), i % 977, i % 2, 'Kept on rail ' || (i % 40) || ', shelf ' || (i % 7) || '; brush and steam only, mind the left cuff and the third button.' FROM n;`,
  });
  return path;
}

/** The moment that a button is there, as the page sees it: asking from outside comes late by up to half a second. */
const appears = (page: Page, label: string): Promise<number> =>
  page.evaluate(
    `new Promise((resolve) => {
      const isThere = () => [...document.querySelectorAll('[role=button]')].some((each) => each.textContent === '${label}');
      const observer = new MutationObserver(() => isThere() && (observer.disconnect(), resolve(Date.now())));
      observer.observe(document.body, { subtree: true, childList: true, characterData: true });
    })`,
  );

/**
 * From the choice of a file to the report that its rows are stored, in milliseconds: what is looked at, and what is
 * written.
 */
async function importFile(page: Page, url: string, path: string): Promise<{ looked: number; stored: number }> {
  await page.goto(url);
  const button = page.getByRole('button', { name: 'Import data' });
  await button.waitFor();
  // The worker is there as for anybody who has looked at the shelf for a moment.
  await page.waitForTimeout(1500);
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), button.click()]);
  const shown = appears(page, 'Make the app');
  const begun = Date.now();
  await chooser.setFiles(path);
  const looked = (await shown) - begun;
  const done = appears(page, 'Open the app');
  const from = Date.now();
  await page.getByRole('button', { name: 'Make the app' }).click();
  const stored = (await done) - from;
  await page.getByRole('button', { name: 'Close' }).click();
  return { looked, stored };
}

export async function measureImport(page: Page, url: string, say: Say): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'fern-bench-'));
  const csv = csvFile(folder);
  const stock: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const begun = Date.now();
    execFileSync('sqlite3', [join(folder, `stock${round}.db`), `.import --csv ${csv} garments`]);
    stock.push(Date.now() - begun);
  }
  const ours = [];
  for (let round = 0; round < ROUNDS; round++) ours.push(await importFile(page, url, csv));
  const whole = median(ours.map(({ looked, stored }) => looked + stored));
  say('csv_100000x8_stock_import', median(stock), 'ms');
  say('csv_100000x8_looked_at', median(ours.map(({ looked }) => looked)), 'ms');
  say('csv_100000x8_stored', median(ours.map(({ stored }) => stored)), 'ms');
  say('csv_100000x8_ratio', whole / median(stock), 'times');

  const database = databaseFile(folder);
  say('sqlite_file_size', statSync(database).size / 1e6, 'MB');
  const opened = [];
  for (let round = 0; round < ROUNDS; round++) opened.push(await importFile(page, url, database));
  say('sqlite_50mb_looked_at', median(opened.map(({ looked }) => looked)), 'ms');
  say('sqlite_50mb_stored', median(opened.map(({ stored }) => stored)), 'ms');
  say('sqlite_50mb_opens', median(opened.map(({ looked, stored }) => looked + stored)), 'ms');
  rmSync(folder, { recursive: true });
}
