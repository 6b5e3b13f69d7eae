import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { clean } from './axe';
import { addColumn, addTable, choose, go, isWide, openDemo, openHere, openTable } from './steps';

test('an app is released, changed, released again, compared, taken away and gone back to', async ({ page }) => {
  test.skip(isWide(page), 'the same at every size');
  const all = () => page.getByRole('button', { name: 'All releases' }).click();
  await openDemo(page);
  await go(page, 'Ship');
  await all();
  await expect(page.getByRole('heading', { name: 'Releases', level: 1 })).toBeVisible();
  await page.getByRole('button', { name: 'Release this app' }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByRole('textbox', { name: 'Version' })).toHaveValue('1.2.1');
  await sheet.getByRole('textbox', { name: 'Version' }).fill('one');
  await expect(sheet.getByRole('button', { name: /^Release one/ })).toBeDisabled();
  await sheet.getByRole('textbox', { name: 'Version' }).fill('1.2.1');
  await clean(page);
  await sheet.getByRole('button', { name: 'Release 1.2.1' }).click();
  await expect(page.getByRole('heading', { name: 'Release 1.2.1', level: 1 })).toBeVisible();
  await choose(page, 'Compared with', 'The plan of today');
  await expect(page.getByText('Nothing: the two are alike.')).toBeVisible();

  await go(page, 'Plan');
  await openTable(page, 'Repairs');
  await addColumn(page, 'Thread', 'Text');
  await go(page, 'Ship');
  await all();
  await page.getByRole('button', { name: 'Release this app' }).click();
  await expect(sheet.getByRole('textbox', { name: 'Version' })).toHaveValue('1.3.0');
  await expect(sheet.getByText('The schema becomes 4: databases of the last release are upgraded.')).toBeVisible();
  await expect(sheet.getByRole('textbox', { name: 'Notes' })).toHaveValue(/^Repairs: new column Thread \(text\)\./);
  await sheet.getByRole('button', { name: 'Release 1.3.0' }).click();
  const differences = page.getByRole('region', { name: 'Differences' });
  await expect(differences.getByRole('listitem').first()).toContainText('Repairs: new column Thread (text).');
  await page.getByRole('textbox', { name: 'Notes' }).fill('Thread is noted.');
  await page.getByRole('textbox', { name: 'Notes' }).blur();
  await clean(page);

  // The file of the first release is the app as it was.
  await all();
  await page.getByRole('link', { name: 'Release 1.2.1', exact: true }).click();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download app file' }).click(),
  ]);
  const taken = JSON.parse(readFileSync(await file.path(), 'utf8'));
  expect(taken.releases.map(({ version }: { version: string }) => version)).toEqual([
    '1.0.0',
    '1.1.0',
    '1.2.0',
    '1.2.1',
  ]);
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
  await expect(page.getByText('The plan of 1.2.1 is the plan of today.').first()).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Release 1.2.1', level: 1 })).toBeVisible();
  await go(page, 'Plan');
  await openTable(page, 'Repairs');
  await expect(page.getByText('Thread', { exact: true })).toBeHidden();
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect(page.getByRole('button', { name: 'Edit Thread' })).toBeVisible();
});

test('an old phone comes along: kept, rehearsed with rows at fault, told what to do with them, and updated', async ({
  page,
}) => {
  test.skip(!isWide(page), 'the same at every size');
  test.slow();
  await openDemo(page);
  await go(page, 'Ship');
  const open = (name: string) => openHere(page, name);
  const all = () => open('All releases');
  await all();
  await clean(page);
  await open('1.2.0');

  // A phone as it is now, kept at the release.
  await page.getByRole('button', { name: 'Keep a phone' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('radio', { name: 'The rows of the bench phone' }).click();
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Nerys’s phone');
  await clean(page);
  await sheet.getByRole('button', { name: 'Keep it' }).click();
  const kept = page.getByRole('listitem', { name: 'Nerys’s phone' });
  await expect(kept.getByText(/^1,\d{3} rows$/)).toBeVisible();

  await go(page, 'Plan');
  await openTable(page, 'Garments');
  await page.getByRole('button', { name: 'Edit Kept at' }).click();
  await choose(sheet, 'Kind', 'Whole number');
  await sheet.getByRole('button', { name: 'Save column' }).click();
  await expect(sheet).toBeHidden();

  // What was not rehearsed is said where the app is taken away.
  const unrehearsed = page.getByText('The upgrade of older phones to it was not rehearsed.');
  await go(page, 'Ship');
  await open('Take it away');
  await expect(unrehearsed.first()).toBeVisible();
  await all();
  await open('The next release');
  await expect(unrehearsed).toBeVisible();
  const asked = page.getByRole('group', { name: 'Garments › Kept at' });
  await expect(asked.getByText('It was text and is whole number.')).toBeVisible();
  const rehearsal = page.getByRole('region', { name: 'Rehearsal' });
  await rehearsal.getByRole('button', { name: 'Rehearse the upgrade' }).click();
  const phone = page.getByRole('group', { name: 'Nerys’s phone, from 1.2.0' });
  await expect(phone.getByText('Nerys’s phone: 400 values are lost')).toBeVisible({ timeout: 60_000 });
  await expect(phone.getByText(/the old database was whole every time/)).toBeVisible();
  await expect(page.getByRole('group', { name: 'Difficult rows, from 1.0.0' })).toBeVisible();
  await expect(rehearsal.getByText(/loses values: see its rehearsal/)).toBeVisible({ timeout: 60_000 });
  await expect(asked.getByText(/400 values are lost/)).toBeVisible();
  await clean(page);

  // Two of them mean something else now, and the others are kept apart.
  await choose(asked, 'It holds', 'Other values for some');
  await asked.getByRole('textbox', { name: 'Was' }).fill('Hat wall');
  await asked.getByRole('textbox', { name: 'Was' }).blur();
  await asked.getByRole('textbox', { name: 'Becomes' }).fill('7');
  await asked.getByRole('textbox', { name: 'Becomes' }).blur();
  await asked.getByRole('switch', { name: 'Keep what would be lost' }).click();
  await expect(page.getByText('What would be lost is kept in a table of its own.')).toBeVisible();
  await rehearsal.getByRole('button', { name: /^Rehearse/ }).click();
  await expect(phone.getByText('Nerys’s phone: it holds')).toBeVisible({ timeout: 60_000 });
  await expect(phone.getByText(/kept in a table of its own/)).toBeVisible();

  // The phone takes it before one's eyes. What was tried is there wherever it is asked for.
  await all();
  await open('1.2.0');
  await expect(phone.getByText('Nerys’s phone: it holds')).toBeVisible();
  await kept.getByRole('button', { name: 'Update this phone' }).click();
  await clean(page);
  await sheet.getByRole('button', { name: 'Update this phone' }).click();
  await expect(page.getByText(/^Nerys’s phone was updated/).first()).toBeVisible();
  const strip = page.getByRole('group', { name: 'Phone on the bench' });
  await expect(strip.getByText('Nerys’s phone · not of a release')).toBeVisible();
  await page.getByRole('button', { name: /^Last ripple: Updated from 1.2.0 to the plan of today/ }).click();
  await expect(sheet.getByText(/CREATE TABLE "_aside_4_garments"/)).toBeVisible();
  await sheet.getByRole('button', { name: 'Close' }).click();
  await strip.getByRole('button', { name: 'Back to today' }).click();
  await expect(strip).toBeHidden();
});

test('records of a table that goes become those of a new one, and the upgrade is rehearsed', async ({ page }) => {
  test.skip(!isWide(page), 'the same at every size');
  await openDemo(page);
  await go(page, 'Plan');
  await addTable(page, 'Jobs');
  await addColumn(page, 'Due', 'Date');
  await openTable(page, 'Errands');
  await page.getByRole('main').getByRole('button', { name: 'More', exact: true }).first().click();
  await page.getByRole('menuitem', { name: 'Remove table' }).click();
  await page.getByRole('button', { name: 'Remove Errands' }).click();
  await go(page, 'Ship');
  await openHere(page, 'The next release');
  const asked = page.getByRole('group', { name: 'Errands', exact: true });
  await choose(asked, 'Its records', 'Become records of Jobs');
  const values = page.getByRole('group', { name: 'Errands to Jobs' });
  // Its name is known; the day is not.
  await expect(values.getByRole('textbox', { name: 'Name' })).toHaveValue('what');
  await values.getByRole('textbox', { name: 'Due' }).fill('bye');
  await expect(values.getByText(/there is no column “bye”/)).toBeVisible();
  await values.getByRole('textbox', { name: 'Due' }).fill('by');
  await values.getByRole('textbox', { name: 'Due' }).blur();
  await clean(page);
  await expect(page.getByText('Records of Errands become records of Jobs.')).toBeVisible();
  await expect(page.getByText('Errands: By moves to Jobs: Due.')).toBeVisible();
  await page.getByRole('button', { name: /^Undo: / }).click();
  await expect(page.getByText('Errands: By moves to Jobs: Due.')).toBeHidden();
  await expect(values.getByRole('textbox', { name: 'Due' })).toHaveValue('');
  await page.getByRole('button', { name: /^Redo: / }).click();
  await expect(values.getByRole('textbox', { name: 'Due' })).toHaveValue('by');
  const rehearsal = page.getByRole('region', { name: 'Rehearsal' });
  await rehearsal.getByRole('button', { name: 'Rehearse the upgrade' }).click();
  const now = page.getByRole('group', { name: 'The rows of the bench phone, from 1.2.0' });
  await expect(now.getByText(/values moved|value moved|moved/).first()).toBeVisible({ timeout: 60_000 });
  // It outlasts a reload.
  await page.reload();
  await expect(values.getByRole('textbox', { name: 'Due' })).toHaveValue('by');
});

test('a database file that is dropped finds the release that it is of', async ({ page }) => {
  test.skip(isWide(page), 'the same at every size');
  await openDemo(page);
  await go(page, 'Ship');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download database' }).click(),
  ]);
  const bytes = readFileSync(await download.path());
  const drop = (name: string, content: Buffer) =>
    page.evaluate(
      ([file, base64]) => {
        const data = new DataTransfer();
        data.items.add(new File([Uint8Array.from(atob(base64), (each) => each.charCodeAt(0))], file));
        document.dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
      },
      [name, content.toString('base64')] as const,
    );
  await drop('pulled.db', bytes);
  await expect(page.getByRole('heading', { name: 'Release 1.2.0', level: 1 })).toBeVisible();
  const kept = page.getByRole('listitem', { name: 'pulled' });
  await expect(kept.getByText(/out of a file: looked at, not written to$/)).toBeVisible();
  await kept.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Compare' }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByText(/0 rows are here alone, 0 rows there alone/)).toBeVisible();
  await clean(page);
  await sheet.getByRole('button', { name: 'Done' }).click();
  await drop('cut off.db', bytes.subarray(0, 9000));
  await expect(page.getByText(/the database/).first()).toBeVisible();
  await expect(page.getByRole('listitem', { name: 'cut off' })).toBeHidden();
});
