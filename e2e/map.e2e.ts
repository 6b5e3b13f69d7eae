import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { go, openDemo, openHere } from './steps';

test('the map: one table brought out with its neighbours, moved, zoomed, opened, and taken away', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Plan');
  await openHere(page, 'Map');
  const map = page.getByRole('group', { name: 'Map of tables and links' });
  const garments = map.getByRole('button', { name: 'Garments, 12 columns' });
  await expect(garments).toBeVisible();
  // Its columns can be read where a map is opened.
  await expect(garments.getByText('Kept at', { exact: true })).toBeVisible();
  const letters = await garments.getByText('Kept at', { exact: true }).boundingBox();
  expect(letters?.height).toBeGreaterThan(11);
  await page.getByRole('list', { name: 'Tables on the map' }).getByRole('button', { name: 'Find Castings' }).click();
  await expect(page.getByRole('list', { name: 'Links of Castings' })).toContainText('casting');
  await page.getByRole('button', { name: 'Find Garments on the map' }).click();
  await expect(garments).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('list', { name: 'Links of Garments' })).toContainText(
    'A garment has many repairs; a repair belongs to one garment.',
  );
  const before = await garments.boundingBox();
  await page.getByRole('button', { name: 'Zoom in' }).click();
  const after = await garments.boundingBox();
  expect((after?.width ?? 0) / (before?.width ?? 1)).toBeCloseTo(1.3, 1);
  const frame = (await map.boundingBox()) as { x: number; y: number; width: number; height: number };
  // Its upper edge may be above what is to be seen of the page.
  const top = Math.max(frame.y, 100);
  await page.mouse.move(frame.x + 10, top + 10);
  await page.mouse.down();
  await page.mouse.move(frame.x + 50, top + 40, { steps: 6 });
  await page.mouse.up();
  await expect
    .poll(async () => Math.round(((await garments.boundingBox())?.x ?? 0) - (after?.x ?? 0)))
    .toBeGreaterThan(25);
  await page.getByRole('button', { name: 'Show the whole map' }).click();
  const [svg] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download SVG' }).click(),
  ]);
  expect(readFileSync(await svg.path(), 'utf8')).toMatch(
    /^<svg xmlns="http:\/\/www.w3.org\/2000\/svg"[\s\S]*Lantern|Garments/,
  );
  const [mermaid] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download Mermaid' }).click(),
  ]);
  expect(mermaid.suggestedFilename()).toBe('lantern-lane-playhouse.mmd');
  expect(readFileSync(await mermaid.path(), 'utf8')).toContain('erDiagram');
  await garments.click();
  await page.getByRole('button', { name: 'Open Garments' }).click();
  await expect(page.getByRole('heading', { name: 'Garments', level: 1 })).toBeVisible();
});

test('paths: a screen in focus with its ways, by touch and from the list; forms when they are asked for', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, 'Screens');
  await openHere(page, 'Paths');
  const map = page.getByRole('group', { name: 'Map of screens' });
  // The start is in focus, in sight.
  await expect(map.getByRole('button', { name: 'Start, Menu, start' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('list', { name: 'Ways of Start' })).toContainText('Start → Garments: entry Garments');
  await expect(map.getByRole('button', { name: 'Garment form, Form' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Find Garment on the map' }).click();
  const garment = map.getByRole('button', { name: 'Garment, Record' });
  await expect(garment).toBeInViewport();
  await expect(page.getByRole('list', { name: 'Ways of Garment' })).toContainText('in Garment form');
  await expect(page.getByRole('button', { name: 'Design Garment form' })).toBeVisible();
  await page.getByRole('switch', { name: 'Forms by themselves' }).click();
  await expect(map.getByRole('button', { name: 'Garment form, Form' })).toHaveCount(1);
  await page.getByRole('button', { name: 'Show the whole map' }).click();
  await expect(page.getByText('Tap a screen to see what leads to it', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Find Garment on the map' }).click();
  await garment.click();
  await expect(page.getByRole('heading', { name: 'Garment', level: 1 })).toBeVisible();
});
