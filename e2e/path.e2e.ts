import { execFileSync } from 'node:child_process';
import { expect, test } from '@playwright/test';
import {
  addColumn,
  addRecord,
  addTable,
  askSql,
  go,
  isWide,
  kindOf,
  newApp,
  onBench,
  openDemo,
  openHere,
  openList,
  openRows,
  openTable,
  phone,
  pickKind,
  pressMore,
  record,
  showBench,
} from './steps';

const sqlite3 = (file: string, sql: string) => execFileSync('sqlite3', [file, sql], { encoding: 'utf8' }).trim();

test('from an empty shelf to a running app that remembers', async ({ page }) => {
  await newApp(page, 'Tool library');
  await addTable(page, 'Tools');
  await addColumn(page, 'Price', 'Money');
  await addColumn(page, 'Bought', 'Date', (sheet) => sheet.getByRole('switch', { name: 'Starts as today' }).click());
  await addColumn(page, 'State', 'Choice', (sheet) =>
    sheet.getByRole('textbox', { name: 'Choices' }).fill('Sharp\nBlunt'),
  );

  await openList(page, 'Tools');
  await expect(phone(page).getByText('There are no tools yet.')).toBeVisible();
  await expect(phone(page).getByText(/^Each tool is kept with its Name/)).toBeVisible();

  // A blank record is refused at its field, and what was typed stays.
  await phone(page).getByRole('button', { name: 'Add Tool', exact: true }).first().click();
  await phone(page).getByRole('textbox', { name: 'Price' }).fill('abc');
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await expect(phone(page).getByText('Name must not be blank')).toBeVisible();
  await expect(phone(page).getByText('Price: expected an amount')).toBeVisible();
  await expect(phone(page).getByRole('textbox', { name: 'Price' })).toHaveValue('abc');

  // A double tap saves once; the form is blank for the next.
  await phone(page).getByRole('textbox', { name: 'Name' }).fill('Bow saw');
  await phone(page).getByRole('textbox', { name: 'Price' }).fill('12.5');
  await phone(page).getByRole('radio', { name: 'Sharp' }).click();
  await phone(page).getByRole('button', { name: 'Save and add next' }).dblclick();
  await expect(phone(page).getByRole('textbox', { name: 'Name' })).toHaveValue('');
  await phone(page).getByRole('button', { name: 'Back' }).click();
  await expect(phone(page).getByText('1 record', { exact: true })).toBeVisible();
  await addRecord(page, 'Tool', { Name: 'Awl' });
  await expect(phone(page).getByText('2 records')).toBeVisible();
  await expect(record(page, 'Bow saw')).toContainText('€12.50');

  // The record shows everything formatted, and edits.
  await record(page, 'Bow saw').click();
  await expect(phone(page).getByText('Sharp', { exact: true })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Edit Tool' }).click();
  await phone(page).getByRole('textbox', { name: 'Name' }).fill('Small bow saw');
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await expect(phone(page).getByRole('heading', { name: 'Small bow saw' })).toBeVisible();
  const ripple = page.getByRole('button', {
    name: /^Last ripple: Saved Small bow saw · 1 row · \d lists? refreshed · \d+ ms$/,
  });
  await showBench(page);
  await ripple.click();
  await expect(page.getByText('UPDATE "tools" SET')).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).last().click();

  // Delete with undo.
  await phone(page).getByRole('button', { name: 'Delete Tool' }).click();
  await expect(phone(page).getByText('1 record', { exact: true })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Undo' }).click();
  await expect(phone(page).getByText('2 records')).toBeVisible();

  // Reload: everything is there.
  await page.reload();
  if (!isWide(page)) await go(page, 'Run');
  await phone(page)
    .getByRole('link', { name: /^Tools, 2/ })
    .click();
  await expect(record(page, 'Small bow saw')).toBeVisible();

  // What was stored, as the stock program sees it.
  await go(page, 'Ship');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download database' }).click(),
  ]);
  const file = await download.path();
  expect(download.suggestedFilename()).toBe('tool-library.sqlite');
  expect(sqlite3(file, 'PRAGMA integrity_check; PRAGMA foreign_key_check')).toBe('ok');
  expect(sqlite3(file, 'SELECT name, price, state FROM tools ORDER BY id')).toBe('Small bow saw|1250|Sharp\nAwl||');
  // Of its own it has only the definition, by which it reads back the same.
  expect(sqlite3(file, "SELECT group_concat(name) FROM sqlite_schema WHERE name GLOB '_fern*'")).toBe('_fern_shelf');

  // The shelf knows it.
  await go(page, 'Shelf');
  await expect(page.getByRole('listitem').filter({ hasText: 'Tool library' })).toContainText('1 table, 2 rows');
});

test('the plan changes while the app runs', async ({ page }) => {
  await newApp(page, 'Trial');
  await addTable(page, 'Hats');
  await addColumn(page, 'Size', 'Text');
  await openList(page, 'Hats');
  await addRecord(page, 'Hat', { Name: 'Bowler', Size: '58' });
  await addRecord(page, 'Hat', { Name: 'Cap', Size: 'large' });
  await expect(phone(page).getByText('2 records')).toBeVisible();

  await go(page, 'Plan');
  if (await page.getByRole('link', { name: 'Open Hats' }).isVisible()) await openTable(page, 'Hats');
  await page.getByRole('button', { name: 'Edit Size' }).click();
  const sheet = page.getByRole('dialog');
  await pickKind(sheet, 'Whole number');
  await expect(
    sheet.getByText('1 of 2 rows hold a value that Size could not keep as it is, such as “large”.'),
  ).toBeVisible();
  await sheet.getByRole('button', { name: 'Save column' }).click();
  await expect(sheet).toBeHidden();
  await expect(kindOf(page, 'Size', 'Whole number')).toBeVisible();
  await page.getByRole('button', { name: 'Undo: Changed Size' }).click();
  await expect(kindOf(page, 'Size', 'Text')).toBeVisible();

  // Reorder by keyboard.
  await page.getByRole('button', { name: 'Move Size' }).focus();
  await page.keyboard.press('Space');
  await page.waitForTimeout(100);
  await page.keyboard.press('ArrowUp');
  await page.waitForTimeout(300);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Undo: Moved Size' })).toBeEnabled();
  await expect(page.getByRole('button', { name: /^Edit / }).first()).toHaveAccessibleName('Edit Size');

  // A rule that rows break is refused with the rows at fault, before anything happens.
  await page.getByRole('button', { name: 'Edit Size' }).click();
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Head size');
  await sheet.getByRole('button', { name: 'Save column' }).click();
  await addColumn(page, 'Maker', 'Text');
  await page.getByRole('button', { name: 'Edit Maker' }).click();
  await sheet.getByRole('switch', { name: 'Required' }).click();
  await expect(sheet.getByText('Maker would be blank in 2 of 2 rows of Hats. Choose what to fill in.')).toBeVisible();
  await expect(sheet.getByRole('button', { name: 'Save column' })).toBeDisabled();
  await sheet.getByRole('textbox', { name: 'Fill blanks with' }).fill('Unknown');
  await sheet.getByRole('button', { name: 'Save column' }).click();
  await expect(sheet).toBeHidden();

  // An expression names the records.
  await pressMore(page, 'What names a record');
  await sheet.getByRole('radio', { name: 'An expression' }).click();
  await sheet.getByRole('textbox', { name: 'Expression' }).fill("name || ', ' || mker");
  await expect(sheet.getByText('there is no column “mker”')).toBeVisible();
  await sheet.getByRole('textbox', { name: 'Expression' }).fill("name || ', ' || maker");
  await expect(sheet.getByText('Bowler, Unknown')).toBeVisible();
  await sheet.getByRole('button', { name: 'Save' }).click();
  if (!isWide(page)) await go(page, 'Run');
  await expect(record(page, 'Cap, Unknown')).toBeVisible();
});

test('search, sort, swipe, keys and actions in a list', async ({ page }) => {
  await openDemo(page);
  await phone(page)
    .getByRole('link', { name: /^Garments/ })
    .click();
  await phone(page).getByRole('searchbox').fill('velvet blue');
  await expect(phone(page).getByText(/\d+ found/)).toBeVisible();
  await expect(phone(page).getByRole('listitem').first()).toContainText(/Blue velvet/);
  await phone(page).getByRole('searchbox').fill('zzz');
  await expect(phone(page).getByText('Nothing in Garments holds “zzz”.')).toBeVisible();
  await phone(page).getByRole('button', { name: 'Clear search' }).first().click();
  await expect(phone(page).getByText('400 records')).toBeVisible();

  await phone(page).getByRole('button', { name: 'Sort Garments' }).click();
  await phone(page).getByRole('button', { name: 'Value' }).click();
  await phone(page).getByRole('button', { name: 'Sort Garments' }).click();
  await phone(page).getByRole('button', { name: 'Value, ascending' }).click();
  await expect(phone(page).getByRole('listitem').first()).toContainText('€420.50');

  // Search, sort and position stand when one comes back from a record.
  const row = phone(page).getByRole('listitem').first().getByRole('button').first();
  const name = (await row.getAttribute('aria-label')) ?? '';
  await row.focus();
  await page.keyboard.press('F2');
  await expect(phone(page).getByRole('heading', { name: 'Edit garment' })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Back' }).click();
  await row.focus();
  await page.keyboard.press('Delete');
  await expect(phone(page).getByText('399 records')).toBeVisible();
  await phone(page).getByRole('button', { name: 'Undo' }).click();
  await expect(phone(page).getByText('400 records')).toBeVisible();
  await expect(row).toHaveAccessibleName(name);
  await row.focus();
  await page.keyboard.press('Shift+F10');
  await phone(page).getByRole('dialog').getByRole('button', { name: 'Open' }).click();
  await expect(phone(page).getByRole('button', { name: 'Edit Garment' })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Back' }).click();

  // Swipe left uncovers Edit and Delete; a long press shows all actions. Cards beside one another are not swiped.
  await phone(page).getByRole('button', { name: 'Back' }).click();
  await phone(page)
    .getByRole('link', { name: /^Repairs/ })
    .click();
  await expect(phone(page).getByText('920 records')).toBeVisible();
  const line = phone(page).getByRole('listitem').first().getByRole('button').first();
  const box = (await line.boundingBox()) as { x: number; y: number; width: number; height: number };
  const middle = box.y + box.height / 2;
  await page.mouse.move(box.x + box.width - 40, middle);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, middle, { steps: 12 });
  await page.mouse.up();
  await page.waitForTimeout(500);
  await page.mouse.click(box.x + box.width - 30, middle);
  await expect(phone(page).getByText('919 records')).toBeVisible();
  await page.mouse.move(box.x + 80, middle);
  await page.mouse.down();
  await page.waitForTimeout(800);
  await page.mouse.up();
  await phone(page).getByRole('dialog').getByRole('button', { name: 'Edit' }).click();
  await expect(phone(page).getByRole('heading', { name: 'Edit repair' })).toBeVisible();
});

test('rows that are not fetched yet take the room of those that are, however far a list is scrolled', async ({
  page,
}) => {
  await openDemo(page);
  await phone(page)
    .getByRole('link', { name: /^Repairs/ })
    .click();
  const rows = phone(page).getByRole('list').filter({ visible: true }).last();
  const first = await rows.getByRole('listitem').first().textContent();
  const heights = () =>
    rows.evaluate((list) =>
      [...list.querySelectorAll('[role=listitem]')].map((row) => (row.parentElement as HTMLElement).offsetHeight),
    );
  const [height] = await heights();
  const jump = (top: number) =>
    rows.evaluate(
      (list, to) =>
        ((list.scrollHeight > list.clientHeight ? list : (list.parentElement as HTMLElement)).scrollTop = to),
      top,
    );
  const whole = await rows.evaluate((list) => list.scrollHeight);
  await jump(whole - 900);
  await expect.poll(async () => [...new Set(await heights())]).toEqual([height]);
  expect(await rows.evaluate((list) => list.scrollHeight)).toBe(whole);
  await jump(0);
  await expect(rows.getByRole('listitem').first()).toHaveText(first ?? '');
});

test('removing says first what goes; undo brings it back with every value', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Plan');
  await openTable(page, 'Loans');
  await page.getByRole('button', { name: 'Edit Deposit' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Close' }).click();
  // What a computed column is made of cannot go.
  await page.getByRole('button', { name: 'Edit Due back' }).click();
  await sheet.getByRole('button', { name: 'Remove column' }).click();
  await expect(
    sheet.getByText(
      'Loans › Due back is used by Loans › Overdue and Loans › Days late. Change or remove what uses it first.',
    ),
  ).toBeVisible();
  await sheet.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Edit Deposit' }).click();
  await sheet.getByRole('button', { name: 'Remove column' }).click();
  await expect(sheet.getByText(/^Deposit holds a value in 48 of 48 rows of Loans/)).toBeVisible();
  await sheet.getByRole('button', { name: 'Keep it' }).click();
  await sheet.getByRole('button', { name: 'Remove column' }).click();
  await sheet.getByRole('button', { name: 'Remove Deposit' }).click();
  await expect(page.getByRole('button', { name: 'Edit Deposit' })).toBeHidden();
  // The table that is open in Plan stays open while other places are looked at.
  await go(page, 'Data');
  await openRows(page, 'Loans');
  await expect(page.getByRole('columnheader', { name: 'Borrower' })).toBeVisible();
  await expect(page.getByRole('columnheader', { name: 'Deposit', exact: true })).toBeHidden();
  await go(page, 'Plan');
  await pressMore(page, 'Remove table');
  await expect(page.getByText('Loans and its 48 rows go; undo brings them back.')).toBeVisible();
  await page.getByRole('button', { name: 'Remove Loans' }).click();
  await expect(page.getByRole('link', { name: 'Open Loans' })).toBeHidden();
  await page.getByRole('button', { name: 'Undo: Removed the table Loans' }).click();
  await page.getByRole('button', { name: 'Undo: Removed Deposit from Loans' }).click();
  await expect(await askSql(page, 'SELECT count(deposit) AS n FROM loans')).toContainText('48');
});

test('starting rows that no longer fit the plan are asked about', async ({ page }) => {
  await newApp(page, 'Loft');
  await addTable(page, 'Trunks');
  await addColumn(page, 'Shelf mark', 'Text');
  await openList(page, 'Trunks');
  await addRecord(page, 'Trunk', { Name: 'Black trunk' });
  await expect(phone(page).getByText('1 record', { exact: true })).toBeVisible();
  await go(page, 'Ship');
  await page.getByRole('button', { name: 'Keep the rows of now as starting rows' }).click();
  await go(page, 'Run');
  await showBench(page);
  await page.getByRole('button', { name: 'Start fresh' }).click();
  await page.getByRole('button', { name: 'Without any rows' }).click();
  await expect(phone(page).getByRole('link', { name: /^Trunks, 0/ })).toBeVisible();
  await go(page, 'Plan');
  await page.getByRole('button', { name: 'Edit Shelf mark' }).click();
  await page.getByRole('switch', { name: 'Required' }).click();
  await page.getByRole('button', { name: 'Save column' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await go(page, 'Run');
  await showBench(page);
  await page.getByRole('button', { name: 'Start fresh' }).click();
  const fresh = page.getByRole('button', { name: 'With starting rows, as newly installed' });
  await expect(
    page.getByText('Starting rows: Shelf mark would be blank in 1 of 1 row of Trunks. Choose what to fill in.'),
  ).toBeVisible();
  await expect(fresh).toBeDisabled();
  await page.getByRole('textbox', { name: 'Fill blanks of Shelf mark with' }).fill('A1');
  await fresh.click();
  await phone(page)
    .getByRole('link', { name: /^Trunks, 1/ })
    .click();
  await expect(record(page, 'Black trunk, A1')).toBeVisible();
});

test('start fresh and restart', async ({ page }) => {
  await openDemo(page);
  await onBench(page, 'Restart the app');
  await expect(page.getByText('The app was closed and opened again from its store.')).toBeVisible();
  await showBench(page);
  await page.getByRole('button', { name: 'Start fresh' }).click();
  await page.getByRole('button', { name: 'Without any rows' }).click();
  // Whoever was signed in went with the rest.
  await expect(phone(page).getByText('There are no wardrobe workers yet.')).toBeVisible();
  // A table that was emptied stays empty, also after a restart and a reload.
  await page.reload();
  await expect(phone(page).getByText('There are no wardrobe workers yet.')).toBeVisible();
  await showBench(page);
  await page.getByRole('button', { name: 'Start fresh' }).click();
  await page.getByRole('button', { name: 'With starting rows, as newly installed' }).click();
  await phone(page).getByRole('button', { name: 'Sign in as Hesper Pellow' }).click();
  await expect(phone(page).getByRole('link', { name: /^Garments, 400/ })).toBeVisible();
});

test('looking at what is stored', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Data');
  const grid = page.getByRole('region', { name: 'Rows of Garments' });
  await grid.getByRole('button', { name: 'Value' }).click();
  await grid.getByRole('button', { name: 'Value' }).click();
  await expect(grid.getByRole('columnheader', { name: /Value/ })).toHaveAttribute('aria-sort', 'descending');
  await expect(grid.getByRole('row').nth(1)).toContainText('42050');
  await openHere(page, 'Schema');
  await expect(page.getByText('CREATE TABLE "garments"')).toBeVisible();
  await openHere(page, 'SQL');
  const box = page.getByRole('textbox', { name: 'SQL' });
  await box.fill('SELECT count(*) AS n FROM garm');
  await expect(page.getByRole('option', { name: 'garments', exact: true })).toBeVisible();
  await box.fill("SELECT count(*) AS n FROM garments WHERE condition = 'Poor' OR 1");
  await page.getByRole('button', { name: 'Run SQL' }).click();
  await expect(page.getByRole('region', { name: 'Result' })).toContainText('400');
  await box.fill('DELETE FROM garments');
  await page.getByRole('button', { name: 'Run SQL' }).click();
  await expect(page.getByText('Only a statement that reads can be run here.')).toBeVisible();
  await box.fill('SELECT colur FROM garments');
  await page.getByRole('button', { name: 'Run SQL' }).click();
  await expect(page.getByText('no such column: colur. Look at character 8.')).toBeVisible();
});
