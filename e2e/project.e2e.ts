import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { strFromU8, strToU8, unzipSync } from 'fflate';
import { clean } from './axe';
import { go, goBack, openDemo, openTable, pressMore } from './steps';

test('an app is taken away as a project: its screens, its routes and its database', async ({ page }) => {
  test.setTimeout(120_000);
  await openDemo(page);
  await go(page, 'Ship');
  await expect(page.getByRole('textbox', { name: 'Name on the phone' })).toHaveValue('Lantern Lane Playhouse');
  await clean(page);

  const version = page.getByRole('textbox', { name: 'Version' });
  await version.fill('one');
  await expect(page.getByRole('alert')).toHaveText(/Three numbers with dots/);
  await version.fill('2.1.0');
  await page.getByRole('textbox', { name: 'Package for Android' }).fill('org.lanternlane.store');
  await page.getByRole('textbox', { name: 'Name on the phone' }).focus();

  // Stopped it leaves nothing, and is made when it is asked for again.
  await page.getByRole('button', { name: 'Take the project away' }).click();
  await page.getByRole('button', { name: 'Stop making the project' }).click();
  const downloading = page.waitForEvent('download', { timeout: 90_000 });
  await page.getByRole('button', { name: 'Take the project away' }).click();
  await expect(page.getByRole('progressbar', { name: 'The project' })).toBeVisible();
  const download = await downloading;
  expect(download.suggestedFilename()).toBe('lantern-lane-playhouse.zip');

  const files = unzipSync(new Uint8Array(readFileSync(await download.path())));
  const text = (path: string) => strFromU8(files[`lantern-lane-playhouse/${path}`] ?? new Uint8Array());
  expect(JSON.parse(text('package.json'))).toMatchObject({ name: 'lantern-lane-playhouse', version: '2.1.0' });
  expect(JSON.parse(text('app.json')).expo.android.package).toBe('org.lanternlane.store');
  expect(text('app/(tabs)/garments/[id].tsx')).toContain("from '@/screens/garment'");
  expect(text('database/schema.ts')).toContain("value: money('Value', { currency: 'EUR' })");
  expect(files['lantern-lane-playhouse/assets/icon.png']?.subarray(1, 4)).toEqual(strToU8('PNG'));
  // What is changed by hand is known by what everything was.
  const hashes = JSON.parse(text('.project-files.json')) as Record<string, string>;
  expect(Object.keys(hashes).length).toBe(Object.keys(files).length - 1);
  expect(hashes['main.ts']).toBe(createHash('sha256').update(text('main.ts')).digest('hex'));
  expect(text('kit/device/phoneDriver.ts')).toContain('class PhoneDriver');

  const database = join(mkdtempSync(join(tmpdir(), 'project-')), 'starting.db');
  writeFileSync(database, files['lantern-lane-playhouse/assets/starting.db'] ?? '');
  const asked = 'PRAGMA user_version; SELECT count(*) FROM garments; PRAGMA integrity_check;';
  expect(execFileSync('sqlite3', [database, asked], { encoding: 'utf8' }).trim().split('\n')).toEqual([
    '3',
    '400',
    'ok',
  ]);
});

test('the code is read before it is taken: found by its name, from a table, and changed with the app', async ({
  page,
}) => {
  test.setTimeout(60_000);
  await openDemo(page);
  await go(page, 'Ship');
  await page.getByRole('button', { name: 'Read the code' }).click();
  const files = page.getByRole('navigation', { name: 'Files' });
  await files.getByRole('button', { name: 'Folder screens' }).click();
  await files.getByRole('link', { name: 'File screens/garments.ts' }).click();
  const file = page.getByRole('textbox', { name: 'screens/garments.ts' });
  await expect(file).toContainText('listScreen(');
  await expect(file).toHaveAttribute('aria-readonly', 'true');
  await clean(page);
  // What is opened has an address of its own, and the way back leads to what was open before.
  await goBack(page);
  await expect(file).toBeHidden();
  await files.getByRole('textbox', { name: 'Find a file' }).fill('garments schema');
  await expect(files.getByText('No file is called that.')).toBeVisible();
  await files.getByRole('textbox', { name: 'Find a file' }).fill('schema.sql');
  await files.getByRole('link', { name: 'File database/schema.sql' }).click();
  await expect(page.getByRole('textbox', { name: 'database/schema.sql' })).toContainText('CREATE TABLE');

  await go(page, 'Plan');
  await openTable(page, 'Garments');
  await pressMore(page, 'Read its code');
  await expect(page.getByRole('textbox', { name: 'database/garments.ts' })).toContainText("name: 'Garments'");
});

test('what is chosen of a project is kept with the app, and what is wrong is not', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Ship');
  await page.getByRole('textbox', { name: 'Version' }).fill('1');
  await expect(page.getByRole('alert')).toHaveText(/Three numbers with dots/);
  await page.getByRole('textbox', { name: 'Name on the phone' }).fill('Lantern Lane');
  await page.getByRole('switch', { name: 'The database on the phone is encrypted' }).click();
  await expect(page.getByRole('switch', { name: 'The database on the phone is encrypted' })).toBeChecked();
  await expect(page.getByText(/It is asked for by Garment form, Find by tag, Stock-take/)).toBeVisible();
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Name on the phone' })).toHaveValue('Lantern Lane');
  await expect(page.getByRole('switch', { name: 'The database on the phone is encrypted' })).toBeChecked();
  await expect(page.getByRole('textbox', { name: 'Version' })).toHaveValue('1.0.0');
  await page.getByRole('button', { name: 'Read the code' }).click();
  await page.getByRole('textbox', { name: 'Find a file' }).fill('open.ts');
  await page.getByRole('link', { name: 'File database/open.ts' }).click();
  await expect(page.getByRole('textbox', { name: 'database/open.ts' })).toContainText('expo-secure-store');
});
