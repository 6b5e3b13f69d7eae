import { execFileSync } from 'node:child_process';
import { expect, test } from '@playwright/test';
import {
  addColumn,
  addRecord,
  addTable,
  go,
  isWide,
  newApp,
  openDemo,
  openHere,
  openList,
  openRows,
  phone,
  record,
} from './steps';

test('a computed column: written with help, tried at once, shown in the app, and renamed along', async ({ page }) => {
  await newApp(page, 'Workshop');
  await addTable(page, 'Jobs');
  await addColumn(page, 'Hours', 'Decimal');
  await addColumn(page, 'Rate', 'Money');
  await openList(page, 'Jobs');
  await addRecord(page, 'Job', { Name: 'Hem', Hours: '1.25', Rate: '28' });
  await expect(phone(page).getByText('1 record', { exact: true })).toBeVisible();

  await go(page, 'Plan');
  await page.getByRole('button', { name: 'Add computed column' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Cost');
  const editor = sheet.getByRole('textbox', { name: 'Expression' });
  await editor.click();
  await editor.pressSequentially('hours * rat');
  // The names of the plan are offered.
  await expect(page.getByRole('option', { name: /rate/ })).toBeVisible();
  await page.keyboard.press('Escape');
  // A wrong name is told at its place, with the right one a press away.
  await expect(sheet.getByText('At character 9: there is no column “rat”.')).toBeVisible();
  await expect(sheet.getByRole('button', { name: 'Add column' })).toBeDisabled();
  await sheet.getByRole('button', { name: 'Use rate' }).click();
  await expect(sheet.getByRole('group', { name: 'Tried on rows' })).toContainText(
    'It gives money in EUR. On the rows of now:',
  );
  await expect(sheet.getByRole('group', { name: 'Tried on rows' })).toContainText('Hem€35.00');
  await sheet.getByRole('button', { name: 'Add column' }).click();
  await expect(sheet).toBeHidden();

  // What it is made of cannot go; its name can change.
  await page.getByRole('button', { name: 'Edit Hours' }).click();
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Time spent');
  await sheet.getByRole('button', { name: 'Save column' }).click();
  await expect(page.getByText('Computed, time_spent * rate')).toBeVisible();

  if (!isWide(page)) await go(page, 'Run');
  await record(page, 'Hem').click();
  await expect(phone(page).getByText('€35.00', { exact: true })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Edit Job' }).click();
  await expect(phone(page).getByRole('textbox', { name: 'Time spent' })).toHaveValue('1.25');
  await expect(phone(page).getByText('Cost', { exact: true }).last()).toBeHidden();
  await phone(page).getByRole('textbox', { name: 'Time spent' }).fill('2');
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await expect(phone(page).getByText('€56.00', { exact: true })).toBeVisible();
});

test('totals over the many side stand in records, and in the rows of Data', async ({ page }) => {
  await openDemo(page);
  await phone(page)
    .getByRole('link', { name: /^Productions/ })
    .click();
  await phone(page).getByRole('listitem').getByRole('button').first().click();
  await expect(phone(page).getByText('Not yet charged', { exact: true }).last()).toBeVisible();
  await go(page, 'Data');
  await openRows(page, 'Productions');
  await expect(page.getByRole('columnheader', { name: 'Budget left' })).toBeVisible();
  await openHere(page, 'SQL');
  await page
    .getByRole('textbox', { name: 'SQL' })
    .fill(
      'SELECT sum(repair_costs) = (SELECT sum(cost) FROM repairs_computed WHERE production IS NOT NULL) AS same FROM productions_computed',
    );
  await page.getByRole('button', { name: 'Run SQL' }).click();
  await expect(page.getByRole('region', { name: 'Result' })).toContainText('1');

  // The file that is taken away says the same to the stock program, views and links included.
  await go(page, 'Ship');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download database' }).click(),
  ]);
  const file = await download.path();
  const sqlite3 = (sql: string) => execFileSync('/usr/bin/sqlite3', [file, sql], { encoding: 'utf8' }).trim();
  expect(sqlite3('PRAGMA integrity_check; PRAGMA foreign_key_check')).toBe('ok');
  const views = sqlite3("SELECT name FROM sqlite_schema WHERE type = 'view' ORDER BY name").split('\n');
  expect(views).toEqual([
    'cost_sheets_computed',
    'garments_computed',
    'loans_computed',
    'performers_computed',
    'productions_computed',
    'repairs_computed',
    'sheet_lines_computed',
  ]);
  for (const view of views)
    expect(Number(sqlite3(`SELECT count(*) FROM (SELECT * FROM "${view}")`))).toBeGreaterThan(0);
  expect(sqlite3('SELECT sum(cost) = sum(CAST(round(hours * hourly_rate) AS INTEGER)) FROM repairs_computed')).toBe(
    '1',
  );
});
