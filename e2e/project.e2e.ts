import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { clean } from './axe';
import { go, openDemo } from './steps';

test('an app is taken away as a project: its screens, its routes and its database', async ({ page }) => {
  test.setTimeout(120_000);
  await openDemo(page);
  await go(page, 'Ship');
  await expect(page.getByRole('textbox', { name: 'Name on the phone' })).toHaveValue('Lantern Lane Playhouse');
  await clean(page);

  const version = page.getByRole('textbox', { name: 'Version' });
  await version.fill('one');
  await expect(page.getByRole('alert')).toHaveText(/Three numbers with dots/);
  await expect(page.getByRole('button', { name: 'Take the project away' })).toBeDisabled();
  await version.fill('2.1.0');
  await page.getByRole('textbox', { name: 'Package for Android' }).fill('org.lanternlane.store');

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
  expect(text('app/garments/[id].tsx')).toContain("from '@/screens/garment'");
  expect(text('database/schema.ts')).toContain("value: money('Value', { currency: 'EUR' })");
  expect(text('kit/device/phoneDriver.ts')).toContain('class PhoneDriver');

  const database = join(mkdtempSync(join(tmpdir(), 'project-')), 'starting.db');
  writeFileSync(database, files['lantern-lane-playhouse/assets/starting.db'] ?? '');
  const asked = 'PRAGMA user_version; SELECT count(*) FROM garments; PRAGMA integrity_check;';
  expect(execFileSync('sqlite3', [database, asked], { encoding: 'utf8' }).trim().split('\n')).toEqual([
    '1',
    '400',
    'ok',
  ]);
});
