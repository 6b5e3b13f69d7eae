import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { isStored } from '@/core/column';
import { theatre } from '../demo';

/** Where the app is served: this build, or one to compare it with. */
export const siteAt = (port: number): string => `http://localhost:${port}`;

/**
 * The costume store with so many garments and nothing else, as an app file on disk; `pictured`: each with a picture.
 */
export function garmentsFile(count: number, pictured = false): string {
  const demo = theatre(count);
  const table = demo.definition.tables.find(({ name }) => name === 'Garments');
  if (!table || !demo.starting) throw new Error('the demo has no garments');
  const set = demo.starting.rows[table.id];
  const photo = 1 + (set?.columns.indexOf('t3-11') ?? 0);
  if (pictured && set) set.rows.forEach((row, index) => (row[photo] = set.rows[index % 400]?.[photo] ?? null));
  const rows = { [table.id]: set };
  const file = join(tmpdir(), `garments-${count}.json`);
  writeFileSync(
    file,
    JSON.stringify({
      format: 'fern-shelf-app',
      version: 1,
      definition: {
        ...demo.definition,
        id: `garments-${count}`,
        name: `Garments ${count}`,
        people: undefined,
        queries: undefined,
        screens: undefined,
        routines: undefined,
        tables: [{ ...table, columns: table.columns.filter((column) => isStored(column) && !column.perPerson) }],
      },
      rows,
    }),
  );
  return file;
}

export async function importGarments(page: Page, site: string, count: number): Promise<number> {
  return openFile(page, site, garmentsFile(count), `Garments ${count}`);
}

/** Opens an app file from the shelf; how long that took, in milliseconds. */
export async function openFile(page: Page, site: string, file: string, name: string): Promise<number> {
  await page.goto(`${site}/`);
  await page.getByRole('button', { name: 'Open app file' }).waitFor();
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Open app file' }).click(),
  ]);
  const begun = Date.now();
  await chooser.setFiles(file);
  await page.getByRole('link', { name: `Open ${name}`, exact: true }).waitFor({ timeout: 120_000 });
  return Date.now() - begun;
}

/** Opens the list of garments; milliseconds from the start of the page's load to its first row. */
export async function openList(page: Page, site: string, count: number): Promise<number> {
  await page.goto(`${site}/apps/garments-${count}/run`);
  const figure = count.toLocaleString('en-GB');
  await page.getByRole('link', { name: `Garments, ${figure} records` }).click({ timeout: 60_000 });
  await page.getByRole('listitem').first().waitFor();
  return page.evaluate(() => performance.now());
}
