import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, type Page, test } from '@playwright/test';
import { choose, go, isWide, openDemo, openList, phone, pickKind, record } from './steps';

async function chooseFile(page: Page, name: string, content: string | Buffer) {
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Import data' }).click(),
  ]);
  await chooser.setFiles({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(content) });
}
const sheetOf = (page: Page) => page.getByRole('dialog');

test('a CSV becomes an app: doubtful cells marked, the order of dates asked, and its list, form and record run', async ({
  page,
}) => {
  await page.goto('/');
  const rows = Array.from(
    { length: 24 },
    (_, index) =>
      `20000000${String(index).padStart(4, '0')},Tool ${index},${index}.50,0${(index % 9) + 1}/0${(index % 5) + 1}/2026`,
  );
  await chooseFile(
    page,
    'tool_shed.csv',
    ['Shelf code,Name,Weight,Bought', ...rows, '200000009999,Odd one,heavy,02/03/2026'].join('\n'),
  );
  const sheet = sheetOf(page);
  await expect(
    sheet.getByText('25 rows, read as UTF-8. Cells that do not suit their column are marked.'),
  ).toBeVisible();
  await expect(sheet.getByRole('region', { name: 'Rows of the file' }).getByLabel('doubtful: heavy')).toBeVisible();
  await expect(sheet.getByRole('button', { name: 'Weight: Decimal · 1 doubtful cell' })).toBeVisible();
  await expect(sheet.getByRole('button', { name: 'Make the app' })).toBeDisabled();
  await sheet.getByRole('radio', { name: 'Month, day, year' }).click();
  // A column can be told what it is.
  await sheet.getByRole('button', { name: /^Shelf code: / }).click();
  await pickKind(sheet, 'Text');
  await sheet.getByRole('textbox', { name: 'Name', exact: true }).fill('Code');
  await expect(sheet.getByRole('button', { name: 'Code: Text' })).toBeVisible();
  await sheet.getByRole('textbox', { name: 'Name of the app' }).fill('Tool shed');
  await sheet.getByRole('button', { name: 'Make the app' }).click();
  await expect(sheet.getByText('25 rows added.')).toBeVisible();
  await expect(sheet.getByText('Row 26: Weight: expected a number; “heavy” was left out')).toBeVisible();
  await sheet.getByRole('button', { name: 'Open the app' }).click();
  await expect(page.getByRole('heading', { name: 'Plan' })).toBeVisible();
  await openList(page, 'Tool shed');
  await record(page, 'Tool 1,').click();
  await expect(phone(page).getByText('2 Feb 2026', { exact: true })).toBeVisible();
  await phone(page)
    .getByRole('button', { name: /^Edit / })
    .click();
  await expect(phone(page).getByRole('textbox', { name: 'Code' })).toHaveValue('200000000001');
});

test('a SQLite file becomes an app with links; what cannot be kept is told', async ({ page }) => {
  const path = join(mkdtempSync(join(tmpdir(), 'fern-')), 'hives.db');
  execFileSync('sqlite3', [path], {
    input:
      "CREATE TABLE site (id INTEGER PRIMARY KEY, name TEXT NOT NULL); CREATE TABLE hive (id INTEGER PRIMARY KEY, name TEXT NOT NULL, site_id INTEGER NOT NULL REFERENCES site ON DELETE CASCADE); CREATE VIEW all_hives AS SELECT * FROM hive; INSERT INTO site VALUES (3, 'Willow bank'); INSERT INTO hive VALUES (1, 'Hive A', 3), (2, 'Hive B', 3);",
  });
  await page.goto('/');
  await chooseFile(page, 'hives.db', readFileSync(path));
  const sheet = sheetOf(page);
  await expect(sheet.getByRole('list', { name: 'Tables of the file' })).toContainText('Hive, 2 rowsName, Site');
  await expect(sheet.getByText('The view all_hives is not kept: what it shows can be computed columns.')).toBeVisible();
  await sheet.getByRole('button', { name: 'Make the app' }).click();
  await sheet.getByRole('button', { name: 'Open the app' }).click();
  await openList(page, 'Site');
  await record(page, 'Willow bank').click();
  await expect(phone(page).getByRole('heading', { name: 'Hive 2' })).toBeVisible();
  await expect(phone(page).getByRole('link', { name: 'Hive A' })).toBeVisible();
});

test('what is exported comes back: CSV into its table by code, JSON and a script as files, one undo for an import', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, 'Data');
  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download CSV' }).click(),
  ]);
  const text = readFileSync(await csv.path(), 'utf8');
  expect(text).toMatch(/^\uFEFFid,Name,Tag,Condition,Size,Kept at,Value,Acquired,Lent out,Care,Photo\r\n1,/);
  // Two rows of it changed: a price, and one that cannot be.
  const lines = text.split('\r\n');
  const first = (lines[1] ?? '').split(',');
  first[1] = 'Changed by import';
  const second = (lines[2] ?? '').split(',');
  second[6] = 'much';
  await chooseFile(page, 'garments.csv', [lines[0], first.join(','), second.join(',')].join('\r\n'));
  const sheet = sheetOf(page);
  await choose(sheet, 'The rows go into', 'Garments');
  await expect(sheet.getByRole('combobox', { name: 'A row of the file is known by' })).toHaveValue('id');
  await choose(sheet, 'A row of the file is known by', 'Tag');
  await choose(sheet, 'id of the file', 'Left out');
  await sheet.getByRole('radio', { name: 'Is skipped' }).last().click();
  await sheet.getByRole('button', { name: 'Import into Garments' }).click();
  await expect(sheet.getByText('1 row updated.')).toBeVisible();
  await expect(sheet.getByText('Row 3: Value: expected an amount')).toBeVisible();
  await sheet.getByRole('button', { name: 'Done' }).click();
  await openList(page, 'Garments');
  await phone(page).getByRole('searchbox').fill('Changed by');
  await expect(record(page, 'Changed by import')).toBeVisible();
  if (!isWide(page)) await go(page, 'Data');
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  if (!isWide(page)) await go(page, 'Run');
  await phone(page).getByRole('searchbox').fill('Changed by');
  await expect(phone(page).getByText('Nothing in Garments holds “Changed by”.')).toBeVisible();

  await go(page, 'Ship');
  const [script] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download SQL script' }).click(),
  ]);
  const path = join(mkdtempSync(join(tmpdir(), 'fern-')), 'a.db');
  execFileSync('sqlite3', [path], { input: readFileSync(await script.path()), maxBuffer: 1e9 });
  expect(execFileSync('sqlite3', [path, 'SELECT count(*) FROM repairs']).toString().trim()).toBe('920');
  const [json] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download rows as JSON' }).click(),
  ]);
  expect(Object.keys(JSON.parse(readFileSync(await json.path(), 'utf8')) as object)).toContain('garments_by_person');

  // The script is an app again, the very same.
  await go(page, 'Shelf');
  await chooseFile(page, 'store.sql', readFileSync(await script.path()));
  await expect(sheet.getByText('This database was made by Fern Shelf: its plan comes along as it was.')).toBeVisible();
  await sheet.getByRole('textbox', { name: 'Name of the app' }).fill('Store again');
  await sheet.getByRole('button', { name: 'Make the app' }).click();
  await sheet.getByRole('button', { name: 'Open the app' }).click();
  if (!isWide(page)) await go(page, 'Run');
  await expect(phone(page).getByRole('button', { name: 'Sign in as Hesper Pellow' })).toBeVisible();
});

test('an import is stopped half way, and a broken file refused: nothing is kept of either', async ({ page }) => {
  await page.goto('/');
  await chooseFile(page, 'broken.csv', 'Name,Note\nSaw,"never closed\n');
  await expect(
    page.getByText(/The file cannot be read at row 2: a quote is opened there and never closed/),
  ).toBeVisible();
  const many = Array.from(
    { length: 300_000 },
    (_, index) => `Row ${index},${index},${index * 3}.5,note ${index % 977}`,
  ).join('\n');
  await chooseFile(page, 'many.csv', `Name,Count,Weight,Note\n${many}\n`);
  const sheet = sheetOf(page);
  await sheet.getByRole('button', { name: 'Make the app' }).click({ timeout: 40_000 });
  await sheet.getByRole('button', { name: 'Stop the import' }).click({ timeout: 40_000 });
  await expect(sheet.getByText('It was stopped. Nothing of it was kept. Begin again when you like.')).toBeVisible({
    timeout: 40_000,
  });
  await sheet.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('region', { name: 'Begin' })).toBeVisible();
});
