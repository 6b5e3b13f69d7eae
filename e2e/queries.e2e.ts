import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { choose, go, isWide, openDemo, openTable, phone } from './steps';

test('a query is built by touch, shows what it selects and how, and an index is one tap away', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Screens');
  await page.getByRole('button', { name: 'Queries', exact: true }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Add query' }).click();
  await expect(sheet.getByRole('radio', { name: 'Built' })).toBeChecked();
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Dear velvet');
  await choose(sheet, 'Of the table', 'Garments');
  await sheet.getByRole('button', { name: 'Add condition' }).click();
  const first = sheet.getByRole('group', { name: 'Condition 1' });
  await choose(first, 'Column', 'Value');
  await choose(first, 'Compared', 'is more than');
  await first.getByRole('textbox', { name: 'With' }).fill('three hundred');
  await expect(first.getByText('A number, with a point before decimals.')).toBeVisible();
  await first.getByRole('textbox', { name: 'With' }).fill('300');
  await expect(sheet.getByText(/^Selects (?!400)\d+ of 400 rows now\.$/)).toBeVisible();
  await sheet.getByRole('button', { name: 'And another' }).click();
  const second = sheet.getByRole('group', { name: 'Condition 2' });
  await choose(second, 'Compared', 'contains');
  await second.getByRole('textbox', { name: 'With' }).fill('velvet');
  const rows = sheet.getByRole('list', { name: 'First rows' }).getByRole('listitem');
  await expect(rows.first()).toContainText(/velvet.*Value: €[34]/);

  // Reads them all, until what it asks for has an index.
  const reading = sheet.getByRole('group', { name: 'How the rows are found' });
  await expect(reading.getByText(/^Reads all 400 rows of Garments\./)).toBeVisible();
  await expect(reading.getByRole('button', { name: /^Index/ })).toBeHidden();
  await sheet.getByRole('button', { name: 'And another' }).click();
  const third = sheet.getByRole('group', { name: 'Condition 3' });
  await choose(third, 'Column', 'Condition');
  await choose(third, 'With', 'Poor');
  await reading.getByRole('button', { name: /^Index Condition: \d+ rows to read/ }).click();
  await expect(
    reading.getByText(/^Reads \d+ of 400 rows by the index on Condition\. Then sorts \d+ rows?\./),
  ).toBeVisible();
  await third.getByRole('button', { name: 'Remove condition 3' }).click();
  await expect(reading.getByText(/^Reads all 400 rows of Garments\./)).toBeVisible();
  await reading.getByRole('button', { name: 'Show its SQL' }).click();
  await expect(reading.getByText(/"garments"\."value" > 30000/)).toBeVisible();

  // The same as an expression, one that says more, and back.
  await sheet.getByRole('radio', { name: 'Written' }).click();
  const editor = sheet.getByRole('textbox', { name: 'Condition: expression' });
  await expect(editor).toContainText("value > 300 AND name LIKE '%velvet%'");
  await editor.fill("value > 300 OR name LIKE '%brocade%'");
  await sheet.getByRole('radio', { name: 'Built' }).click();
  await expect(
    sheet.getByText('This condition says more than can be built by touch. It stays as it is written.'),
  ).toBeVisible();
  await expect(rows.first()).not.toContainText('velvet');
  await sheet.getByRole('button', { name: 'Done' }).click();
  await expect(sheet.getByRole('button', { name: 'Edit Dear velvet' })).toBeVisible();
  await sheet.getByRole('button', { name: 'Close' }).click();

  // The index stands at its column, where it is taken off again.
  await go(page, 'Plan');
  await openTable(page, 'Garments');
  await page.getByRole('button', { name: 'Edit Condition' }).click();
  await expect(page.getByRole('dialog').getByRole('switch', { name: 'Index' })).toBeChecked();
  await page.getByRole('dialog').getByRole('switch', { name: 'Index' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Save column' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(page.getByRole('button', { name: 'Edit Condition' })).not.toContainText('indexed');
});

test('a query takes parameters, of its own, of the person and of the screen that lists it', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Screens');
  await page.getByRole('button', { name: 'Queries', exact: true }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Add query' }).click();
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Long repairs');
  await choose(sheet, 'Of the table', 'Repairs');
  await sheet.getByRole('button', { name: 'Add parameter' }).click();
  await sheet.getByRole('radio', { name: 'Number', exact: true }).click();
  const parameter = sheet.getByRole('group', { name: /^Parameter/ });
  await parameter.getByRole('textbox', { name: 'Its value' }).fill('many');
  await expect(
    parameter.getByText('A number, with a point before decimals. What stood there still counts.'),
  ).toBeVisible();
  await parameter.getByRole('textbox', { name: 'Its value' }).fill('2');
  await parameter.getByRole('textbox', { name: 'Called' }).fill('hours_from');
  await sheet.getByRole('button', { name: 'Add condition' }).click();
  await expect(sheet.getByRole('group', { name: 'Parameter hours_from' })).toBeVisible();
  const clause = sheet.getByRole('group', { name: 'Condition 1' });
  await choose(clause, 'Column', 'Hours');
  await choose(clause, 'Compared', 'is at least');
  await choose(clause, 'To what', ':hours_from');
  const selects = sheet.getByText(/^Selects (?!920)\d+ of 920 rows now\.$/);
  await expect(selects).toBeVisible();
  const long = Number(/\d+/.exec((await selects.textContent()) ?? '')?.[0]);
  await sheet.getByRole('button', { name: 'Done' }).click();
  await sheet.getByRole('button', { name: 'Close' }).click();

  // The list of repairs is made of it, then with another value.
  await page.getByRole('button', { name: /^Design Repairs, List/ }).click();
  await choose(page, 'Lists', 'Query: Long repairs');
  const given = page.getByRole('group', { name: 'Given to the query' });
  await expect(given.getByRole('textbox', { name: ':hours_from' })).toHaveValue('2');
  if (!isWide(page)) await go(page, 'Run');
  await expect(phone(page).getByText(`${long} records`)).toBeVisible();
  if (!isWide(page)) await go(page, 'Screens');
  await given.getByRole('textbox', { name: ':hours_from' }).fill('3');
  await given.getByRole('textbox', { name: ':hours_from' }).press('Enter');
  await expect(page.getByRole('button', { name: 'Undo: Changed the screen Repairs' })).toBeAttached();
  if (!isWide(page)) await go(page, 'Run');
  await expect(phone(page).getByText(`${long} records`)).toBeHidden();
  await expect(phone(page).getByText(/^\d+ records$/)).toBeVisible();
});

test('a query is taken over as SQL, checked against the plan as it is typed, and says so when the plan moves on', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, 'Screens');
  await page.getByRole('button', { name: 'Queries' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Edit Overdue loans' }).click();
  const before = await sheet.getByText(/^Selects \d+ of 48 rows now\.$/).textContent();
  await sheet.getByRole('button', { name: 'Write it as SQL' }).click();
  await expect(sheet.getByText(/^SQLite reads it: \d+ ids/)).toBeVisible();
  await expect(sheet.getByText(before ?? '')).toBeVisible();
  const editor = sheet.getByRole('textbox', { name: 'SQL' });
  await editor.fill('SELECT id FROM loans WHERE returned = 0 AND depsit > 5000');
  await expect(sheet.getByRole('alert')).toContainText('There is no column "depsit"; did you mean "deposit"?');
  await editor.fill('SELECT id FROM main.loans');
  await expect(sheet.getByRole('alert')).toContainText('name the table without “main.”');
  await editor.fill('SELECT id FROM loans WHERE returned = 0 AND deposit > 5000');
  await expect(sheet.getByText(/^SQLite reads it/)).toBeVisible();
  const answer = sheet.getByText(/^Selects \d+ of 48 rows now\.$/);
  await expect(answer).not.toHaveText(before ?? '');
  const count = /\d+/.exec((await answer.textContent()) ?? '')?.[0];
  await sheet.getByRole('button', { name: 'Done' }).click();
  await sheet.getByRole('button', { name: 'Close' }).click();
  if (!isWide(page)) await go(page, 'Run');
  await expect(phone(page).getByRole('link', { name: `Overdue loans, ${count} records` })).toBeVisible();

  await go(page, 'Plan');
  await openTable(page, 'Loans');
  await page.getByRole('button', { name: /^Edit Deposit/ }).click();
  await page.getByRole('dialog').getByRole('textbox', { name: 'Name' }).fill('Pledge');
  await page.getByRole('dialog').getByRole('button', { name: 'Save column' }).click();
  await go(page, 'Screens');
  await page.getByRole('button', { name: 'Queries' }).click();
  await sheet.getByRole('button', { name: 'Edit Overdue loans' }).click();
  await expect(sheet.getByText('There is no column "deposit"', { exact: false })).toBeVisible();
  await sheet.getByRole('button', { name: 'Back to conditions' }).click();
  await expect(sheet.getByText(before ?? '')).toBeVisible();
});

test('a query that never ends holds up nothing but itself, and is mended', async ({ page }) => {
  test.skip(isWide(page), 'once: it waits for the end of patience');
  test.setTimeout(150_000);
  await openDemo(page);
  await go(page, 'Shelf');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download the file of Lantern Lane Playhouse', exact: true }).click(),
  ]);
  const app = JSON.parse(readFileSync(await download.path(), 'utf8'));
  app.definition.name = 'Endless Lane';
  const query = app.definition.queries.find(({ name }: { name: string }) => name === 'Overdue loans');
  Object.assign(query, {
    sql: 'WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n) SELECT i FROM n WHERE i < 0',
    condition: undefined,
    order: undefined,
  });
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Open app file' }).click(),
  ]);
  await chooser.setFiles({
    name: 'endless.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(app)),
  });
  await page.getByRole('link', { name: 'Open Endless Lane', exact: true }).click();
  if (!isWide(page)) await go(page, 'Run');

  // Its start screen counts it: the others are there all the same, and where it is listed the list says what is the
  // matter.
  await phone(page).getByRole('button', { name: 'Sign in as Hesper Pellow' }).click();
  await expect(phone(page).getByRole('link', { name: /^Garments, 400/ })).toBeVisible({ timeout: 40_000 });
  await expect(phone(page).getByText('This took longer than 4 seconds and was stopped.')).toBeVisible();
  await phone(page)
    .getByRole('link', { name: /^Overdue loans/ })
    .click();
  await expect(
    phone(page).getByText('This took longer than 4 seconds and was stopped.').filter({ visible: true }),
  ).toBeVisible({ timeout: 40_000 });
  await phone(page).getByRole('tab', { name: 'Garments' }).click();
  await expect(phone(page).getByText('400 records')).toBeVisible({ timeout: 40_000 });

  await go(page, 'Screens');
  await page.getByRole('button', { name: 'Queries' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Edit Overdue loans' }).click();
  await sheet.getByRole('textbox', { name: 'SQL' }).fill('SELECT id FROM loans WHERE returned = 0');
  await expect(sheet.getByText(/^Selects \d+ of 48 rows now\.$/)).toBeVisible({ timeout: 30_000 });
  await sheet.getByRole('button', { name: 'Done' }).click();
  await sheet.getByRole('button', { name: 'Close' }).click();
  if (!isWide(page)) await go(page, 'Run');
  await phone(page).getByRole('tab', { name: 'Start' }).click();
  await expect(phone(page).getByRole('link', { name: /^Overdue loans, \d+ record/ })).toBeVisible();
});
