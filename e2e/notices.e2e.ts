import { expect, test } from '@playwright/test';
import { clean } from './axe';

test('what Fern Shelf is made of can be read, with each licence, and one comes back', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'What Fern Shelf is made with' }).click();
  const list = page.getByRole('list', { name: 'Packages and fonts' });
  // What runs the app, what draws it, and what it is set in.
  for (const name of ['@sqlite.org/sqlite-wasm', 'react-native-web', '@fontsource/young-serif', 'expo'])
    await expect(list.getByRole('button', { name: new RegExp(`^${name} \\d`) })).toBeVisible();
  await list.getByRole('button', { name: /^@fontsource\/young-serif/ }).click();
  await expect(list).toContainText('SIL OPEN FONT LICENSE', { ignoreCase: true });
  await clean(page);
  await page.getByRole('button', { name: 'Shelf' }).click();
  await expect(page.getByRole('button', { name: 'New app' })).toBeVisible();
});
