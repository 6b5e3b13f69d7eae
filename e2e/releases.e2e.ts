import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { clean } from './axe';
import { addColumn, choose, go, isWide, openDemo, openHere, openTable } from './steps';

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

  // Phones that have it would come to the plan of today with all that they hold.
  const upgrade = page.getByRole('region', { name: 'Upgrade' });
  await upgrade.getByRole('button', { name: 'Rehearse the upgrade' }).click();
  await expect(upgrade.getByText('The rows of the bench phone: it holds')).toBeVisible();
  await expect(upgrade.getByText('Difficult rows: it holds')).toBeVisible();
  await upgrade.getByRole('button', { name: /^Show its SQL: \d+ statements?$/ }).click();
  await expect(upgrade.getByText(/ALTER TABLE "repairs" ADD COLUMN "thread"/)).toBeVisible();
  await clean(page);

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

test('a rehearsal shows which values an upgrade would lose, before any phone meets it', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Ship');
  await page.getByRole('button', { name: 'Releases', exact: true }).click();
  await page.getByRole('button', { name: 'Release this app' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Release 1.0.0' }).click();
  await go(page, 'Plan');
  await openTable(page, 'Garments');
  await page.getByRole('button', { name: 'Edit Kept at' }).click();
  const sheet = page.getByRole('dialog');
  await choose(sheet, 'Kind', 'Whole number');
  await sheet.getByRole('button', { name: 'Save column' }).click();
  await expect(sheet).toBeHidden();
  await go(page, 'Ship');
  if (!isWide(page)) {
    await page.getByRole('button', { name: 'All releases' }).click();
    await page.getByRole('link', { name: 'Release 1.0.0' }).click();
  }
  await page.getByRole('button', { name: 'Rehearse the upgrade' }).click();
  const report = page.getByRole('group', { name: 'Difficult rows' });
  await expect(report.getByText(/^Difficult rows: \d+ values are lost$/)).toBeVisible();
  await expect(report.getByText('Garments: Kept at')).toBeVisible();
  await expect(report.getByText(/they do not fit what the column is now/)).toBeVisible();
  await expect(report.getByText('row 1: “plain” → blank')).toBeVisible();
  const onPhone = page.getByRole('group', { name: 'The rows of the bench phone' });
  await expect(onPhone.getByText('The rows of the bench phone: 400 values are lost')).toBeVisible();
  await expect(report.getByText(/the old database was whole every time/)).toBeVisible();
  await clean(page);
});
