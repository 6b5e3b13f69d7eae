import { expect, test } from '@playwright/test';
import { isWide, phone } from './steps';

test('an app of three screens of one’s own, from nothing, by keyboard alone', async ({ page }) => {
  test.skip(!isWide(page), 'by keyboard on a wide screen');
  test.slow();
  /** Goes to something by keys alone: to its pane, and there with Tab. */
  const reach = async (name: string | RegExp, role: 'button' | 'radio' | 'textbox' | 'combobox' | 'link') => {
    const target = page.getByRole(role, { name, exact: true }).first();
    await expect(target).toBeVisible();
    const pane = page.locator('nav, [role=banner], [role=main], [role=complementary]').filter({ has: target });
    for (let step = 0; step < 5 && (await pane.count()) > 0; step++) {
      if (await pane.first().evaluate((element) => element.contains(document.activeElement))) break;
      await page.keyboard.press('F6');
    }
    for (let step = 0; step < 140; step++) {
      if (await target.evaluate((element) => element === document.activeElement)) return;
      await page.keyboard.press('Tab');
    }
    throw new Error(`${String(name)} is not reached by Tab`);
  };
  const press = async (name: string | RegExp, role: 'button' | 'radio' | 'link' = 'button') => {
    await reach(name, role);
    await page.keyboard.press('Enter');
  };
  const write = async (name: string, text: string) => {
    await reach(name, 'textbox');
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.type(text);
  };
  await page.goto('/');
  await press('New app');
  await write('Name', 'Plant book');
  await press('Start blank');
  await press('Add table');
  await write('What does it hold?', 'Plants');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Plants', level: 1 })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.locator('body').focus();
  await page.keyboard.press('2');
  await expect(page.getByRole('heading', { name: 'Screens', level: 1 })).toBeVisible();
  await press('Add screen');
  await press('Report', 'radio');
  await write('Name', 'How many');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'How many', level: 1 })).toBeVisible();
  await press('Line', 'radio');
  await expect(page.getByRole('radio', { name: 'Line' })).toHaveAttribute('aria-checked', 'true');
  await press('All screens', 'link');
  await press(/^Design Plants, List/);
  await press('Cards', 'radio');
  await press('All screens', 'link');
  await press(/^Design Start, Menu/);
  await press('Add way to a screen');
  await reach('Leads to', 'combobox');
  await page.keyboard.type('How');
  await press('Done');
  // The order of entries, by the handle.
  const entries = page.getByRole('list', { name: 'Entries of the menu' }).getByRole('button', { name: /^Edit / });
  await expect(entries).toHaveCount(3);
  await reach('Move How many', 'button');
  await page.keyboard.press('Space');
  await page.waitForTimeout(150);
  await page.keyboard.press('ArrowUp');
  await page.waitForTimeout(300);
  await page.keyboard.press('Space');
  await expect(entries.nth(1)).toHaveAccessibleName('Edit How many');
  // In the phone: a plant is added, and counted by the report.
  await page.keyboard.press('Escape');
  await page.keyboard.press('3');
  await expect(page.getByRole('heading', { name: 'Run', level: 1 })).toBeVisible();
  await press(/^Plants, 0 records/, 'link');
  await press('Add Plant');
  await write('Name', 'Sage');
  await press('Save');
  await expect(phone(page).getByText('1 record', { exact: true })).toBeVisible();
  await press('Back');
  await press('How many', 'link');
  await expect(phone(page).getByRole('button', { name: 'Sage, 1, 1 record' })).toBeVisible();
  await page.keyboard.press('ControlOrMeta+z');
  await expect(phone(page).getByText('There are no plants to report on yet.')).toBeVisible();
});
