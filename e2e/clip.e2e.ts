import { expect, type Page, test } from '@playwright/test';
import { go, goBack, isWide, newApp, openDemo, openHere, openTable, phone, pressMore } from './steps';

test.beforeEach(({ context }) => context.grantPermissions(['clipboard-read', 'clipboard-write']));

const undo = (page: Page) => page.getByRole('status').getByRole('button', { name: 'Undo' });

const openScreen = async (page: Page, name: string, link: string) => {
  await go(page, 'Screens');
  if (isWide(page))
    await page.getByRole('navigation', { name: 'What is here' }).getByRole('link', { name }).first().click();
  else await page.getByRole('button', { name: link }).click();
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();
};

test('a screen is copied by its keys and pasted into another app, with what it needs', async ({ page }) => {
  await openDemo(page);
  await openScreen(page, 'Overdue loans', 'Overdue loans, List');
  await page.getByRole('heading', { name: 'Overdue loans', level: 1 }).click();
  await page.keyboard.press('Control+c');
  await expect(page.getByText('Copied the screen Overdue loans.')).toBeVisible();

  await newApp(page, 'Tool library');
  await page.keyboard.press('Control+v');
  const sheet = page.getByRole('dialog', { name: 'Paste the screen Overdue loans' });
  await expect(sheet.getByText('the rest comes along', { exact: false })).toBeVisible();
  await expect(sheet.getByRole('button', { name: 'The table Loans: Comes along' })).toBeVisible();
  await sheet.getByRole('button', { name: 'Paste', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Overdue loans', level: 1 })).toBeVisible();
  await expect(page.getByText('Pasted the screen Overdue loans.')).toBeVisible();

  // It runs: its table, its query and its row came with it.
  await page.getByRole('button', { name: 'Show in the phone' }).click();
  await expect(phone(page).getByRole('heading', { name: 'Overdue loans' })).toBeVisible();
  await go(page, 'Plan');
  for (const table of ['Loans', 'Garments']) await openTable(page, table).then(() => goBack(page));
  await page.keyboard.press('Control+z');
  await expect(page.getByText('A table holds records of one sort', { exact: false })).toBeVisible();
});

test('a table is copied and pasted by touch, its link to a table that is here or to none', async ({ page }) => {
  test.skip(isWide(page), 'by touch on a phone');
  await openDemo(page);
  await go(page, 'Plan');
  await openTable(page, 'Repairs');
  await pressMore(page, 'Copy');
  await expect(page.getByText('Copied the table Repairs.', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Dismiss' }).click();

  await newApp(page, 'Workshop');
  await pressMore(page, 'Paste what was copied');
  const sheet = page.getByRole('dialog', { name: 'Paste the table Repairs' });
  await sheet.getByRole('button', { name: 'The table Productions: Comes along' }).click();
  await page.getByRole('option', { name: 'Left out, with what shows it' }).click();
  await sheet.getByRole('button', { name: 'Paste', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Repairs', level: 1 })).toBeVisible();
  await undo(page).click();
  await expect(page.getByRole('heading', { name: 'Plan' })).toBeVisible();
});

test('what is open is duplicated; what needs nothing new is pasted without a question', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Plan');
  await openTable(page, 'Garments');
  await pressMore(page, 'Duplicate');
  await expect(page.getByRole('heading', { name: 'Garments 2', level: 1 })).toBeVisible();
  await page.keyboard.press('Control+c');
  await expect(page.getByText('Copied the table Garments 2.')).toBeVisible();
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('heading', { name: 'Garments 3', level: 1 })).toBeVisible();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await undo(page).click();
  await go(page, 'Screens');
  if (!isWide(page)) await openHere(page, 'Screens');
  await expect(page.getByText('Garments 3')).toHaveCount(0);
});

test('text that is nothing of ours is asked for again, and a broken one says why', async ({ page }) => {
  test.skip(isWide(page), 'the same at every size');
  await newApp(page, 'Tool library');
  await page.evaluate(() => navigator.clipboard.writeText('just words'));
  await pressMore(page, 'Paste what was copied');
  const sheet = page.getByRole('dialog', { name: 'Paste' });
  await expect(
    sheet.getByText('The clipboard holds nothing that was copied in Fern Shelf', { exact: false }),
  ).toBeVisible();
  await sheet
    .getByRole('textbox', { name: 'What was copied' })
    .fill('{"format":"fern-shelf-clipping","version":1,"item":{}}');
  await expect(sheet.getByText('The file cannot be read at clipping.item', { exact: false })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(sheet).toBeHidden();
});

test('what was copied becomes an app of its own on the shelf', async ({ page }) => {
  test.skip(isWide(page), 'the same at every size');
  await openDemo(page);
  await go(page, 'Plan');
  await openTable(page, 'Performers');
  await pressMore(page, 'Copy');
  await expect(page.getByText('Copied the table Performers.', { exact: false })).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('list', { name: 'Apps' }).getByRole('listitem')).toHaveCount(1);
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('heading', { name: 'Plan' })).toBeVisible();
  await openTable(page, 'Performers');
  await expect(page.getByRole('heading', { name: 'Performers', level: 1 })).toBeVisible();
});
