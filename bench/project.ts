import { readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { openFile } from './garments';
import { median, type Say } from './measure';
import { largeApp } from './screens';

const ROUNDS = 5;

/**
 * A project of 60 tables and 200 screens: from the tap to the archive, how long the page was ever blocked meanwhile, and
 * what it holds.
 */
export async function measureProject(page: Page, site: string, say: Say): Promise<void> {
  const file = join(tmpdir(), 'large-app.json');
  writeFileSync(file, JSON.stringify({ format: 'fern-shelf-app', version: 1, definition: largeApp(), rows: {} }));
  await openFile(page, site, file, 'Large plan');
  await page.getByRole('link', { name: 'Open Large plan', exact: true }).click({ timeout: 60_000 });
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Ship' }).click();
  const take = page.getByRole('button', { name: 'Take the project away' });
  await take.waitFor();
  await page.waitForTimeout(3000);
  await page.evaluate(
    `window.longest = 0; new PerformanceObserver((list) => list.getEntries().forEach(({ duration }) => (window.longest = Math.max(window.longest, duration)))).observe({ type: 'longtask' });`,
  );
  const times: number[] = [];
  let archive = new Uint8Array();
  for (let round = 0; round < ROUNDS; round++) {
    const begun = performance.now();
    const [download] = await Promise.all([page.waitForEvent('download', { timeout: 120_000 }), take.click()]);
    times.push(performance.now() - begun);
    archive = new Uint8Array(readFileSync(await download.path()));
    await take.waitFor();
  }
  say('project_60_tables_200_screens_median', median(times), 'ms');
  say('project_page_blocked_longest', (await page.evaluate('window.longest')) as number, 'ms');
  say('project_zip', archive.length / 1024, 'KiB');
  const files = Object.entries(unzipSync(archive)).map(
    ([path, bytes]) => [path.replace(/^[^/]+\//, ''), bytes] as const,
  );
  const lines = (of: RegExp) =>
    files.filter(([path]) => of.test(path)).reduce((sum, [, bytes]) => sum + strFromU8(bytes).split('\n').length, 0);
  say('project_lines_a_table', lines(/^database\/table\d+\.ts$/) / 60, 'lines');
  say('project_lines_a_screen', lines(/^screens\//) / 200, 'lines');
}
