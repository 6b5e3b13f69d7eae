import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { clean } from './axe';
import { addColumn, go, isWide, openDemo, openHere, openTable } from './steps';

test('an app is released, changed, released again, compared, taken away and gone back to', async ({ page }) => {
  const all = () =>
    isWide(page) ? openHere(page, 'All releases') : page.getByRole('button', { name: 'All releases' }).click();
  await openDemo(page);
  await go(page, 'Ship');
  await page.getByRole('button', { name: 'Releases', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Releases', level: 1 })).toBeVisible();
  await page.getByRole('button', { name: 'Release this app' }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByRole('textbox', { name: 'Version' })).toHaveValue('1.0.0');
  await sheet.getByRole('textbox', { name: 'Version' }).fill('one');
  await expect(sheet.getByRole('button', { name: /^Release one/ })).toBeDisabled();
  await sheet.getByRole('textbox', { name: 'Version' }).fill('1.0.0');
  await clean(page);
  await sheet.getByRole('button', { name: 'Release 1.0.0' }).click();
  await expect(page.getByRole('heading', { name: 'Release 1.0.0', level: 1 })).toBeVisible();
  await expect(page.getByText('Nothing: the two are alike.')).toBeVisible();

  await go(page, 'Plan');
  await openTable(page, 'Repairs');
  await addColumn(page, 'Thread', 'Text');
  await go(page, 'Ship');
  await all();
  await page.getByRole('button', { name: 'Release this app' }).click();
  await expect(sheet.getByRole('textbox', { name: 'Version' })).toHaveValue('1.1.0');
  await expect(sheet.getByText('The schema becomes 2: databases of the last release are upgraded.')).toBeVisible();
  await expect(sheet.getByRole('textbox', { name: 'Notes' })).toHaveValue(/^Repairs: new column Thread \(text\)\./);
  await sheet.getByRole('button', { name: 'Release 1.1.0' }).click();
  const differences = page.getByRole('region', { name: 'Differences' });
  await expect(differences.getByRole('listitem').first()).toContainText('Repairs: new column Thread (text).');
  await page.getByRole('textbox', { name: 'Notes' }).fill('Thread is noted.');
  await page.getByRole('textbox', { name: 'Notes' }).blur();
  await clean(page);

  // The file of the first release is the app as it was.
  await all();
  await page.getByRole('link', { name: 'Release 1.0.0', exact: true }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download app file' }).click(),
  ]);
  const taken = JSON.parse(readFileSync(await file.path(), 'utf8'));
  expect(taken.releases.map(({ version }: { version: string }) => version)).toEqual(['1.0.0']);
  expect(JSON.stringify(taken.definition)).not.toContain('"Thread"');

  await page.getByRole('button', { name: 'Make it the plan of today' }).click();
  await sheet.getByRole('button', { name: 'Make it the plan of today' }).click();
  await expect(page.getByText('The plan of 1.0.0 is the plan of today.').first()).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Release 1.0.0', level: 1 })).toBeVisible();
  await go(page, 'Plan');
  await openTable(page, 'Repairs');
  await expect(page.getByText('Thread', { exact: true })).toBeHidden();
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect(page.getByRole('button', { name: 'Edit Thread' })).toBeVisible();
});
