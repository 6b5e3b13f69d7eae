import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { go, isWide, openDemo, openTable } from './steps';

test('help stands beside the work: on what is open, from a form, and found by its words', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Plan');
  await openTable(page, 'Garments');
  const help = isWide(page)
    ? page.getByRole('complementary', { name: 'Help' })
    : page.getByRole('dialog', { name: 'Help' });
  const close = () =>
    page
      .getByRole('button', { name: isWide(page) ? 'Close the help' : 'Close' })
      .last()
      .click();

  await page.keyboard.press('F1');
  await expect(help.getByRole('heading', { name: 'Links', exact: true })).toBeVisible();
  // On a wide screen what is worked on stays in sight.
  if (isWide(page)) await expect(page.getByRole('heading', { name: 'Garments', level: 1 })).toBeVisible();
  await help.getByRole('button', { name: 'All help' }).click();
  await expect(help.getByRole('list', { name: 'Pages of help' }).getByRole('link')).toHaveCount(7);
  const { violations } = await new AxeBuilder({ page }).include('[aria-label="Help"]').analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
  await close();
  await expect(help).toBeHidden();

  await page.getByRole('button', { name: 'Edit Times mended' }).click();
  await page.getByRole('button', { name: 'More about expressions' }).click();
  await expect(help.getByText('count(repairs)', { exact: true }).first()).toBeVisible();
  await expect(help.getByText('in Garments, gives a whole number').first()).toBeVisible();
  await close();
  await page.getByRole('button', { name: 'Close', exact: true }).click();

  await page.keyboard.press('ControlOrMeta+k');
  await page.getByRole('combobox', { name: 'Go anywhere' }).fill('whose rows');
  await page.getByRole('option', { name: 'Whose rows, help on people' }).click();
  await expect(help.getByRole('heading', { name: 'Whose rows', exact: true })).toBeInViewport();
});
