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
  await garments.click();
  await expect(garments).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('list', { name: 'Links of Garments' })).toContainText(
    'A garment has many repairs; a repair belongs to one garment.',
  );
  const before = await garments.boundingBox();
  await page.getByRole('button', { name: 'Zoom in' }).click();
  const after = await garments.boundingBox();
  expect((after?.width ?? 0) / (before?.width ?? 1)).toBeCloseTo(1.3, 1);
  const frame = (await map.boundingBox()) as { x: number; y: number; width: number; height: number };
  await page.mouse.move(frame.x + 10, frame.y + 10);
  await page.mouse.down();
  await page.mouse.move(frame.x + 50, frame.y + 40, { steps: 6 });
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
