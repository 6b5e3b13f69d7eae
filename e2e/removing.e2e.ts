import { expect, type Page, test } from '@playwright/test';
import { addTable, go, isWide, newApp, pressMore } from './steps';
import { makeTroublesome, trouble } from './trouble';

const press = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).click();
const plate = (page: Page) => page.getByRole('button', { name: /^Design Notes, List/ });

async function screens(page: Page): Promise<void> {
  await newApp(page, 'Gone');
  await addTable(page, 'Notes');
  await go(page, 'Screens');
}

async function removeList(page: Page): Promise<void> {
  await plate(page).click();
  await pressMore(page, 'Remove screen');
  await press(page, 'Remove Notes');
}

/** What was removed is said, one is where it was opened from, and the word that says so brings it back. */
async function isRemoved(page: Page, name: string, at: RegExp): Promise<void> {
  await expect(page.getByText(`Removed ${name}.`)).toBeVisible();
  await expect(page).toHaveURL(at);
  await press(page, 'Undo');
}

test('who removes a screen, a query or a routine is told so, and is where the others are', async ({ page }) => {
  await screens(page);
  await removeList(page);
  await isRemoved(page, 'Notes', /\/screens$/);
  await expect(plate(page)).toBeVisible();
  for (const [all, one] of [
    ['Queries', 'query'],
    ['Routines', 'routine'],
  ] as const) {
    await press(page, all);
    await press(page, `Add ${one}`);
    await expect(page.getByRole('button', { name: `Remove ${one}` })).toBeVisible();
    const name = await page.getByRole('dialog').getByRole('textbox', { name: 'Name' }).inputValue();
    await press(page, `Remove ${one}`);
    await isRemoved(page, name, new RegExp(`/${all.toLowerCase()}$`));
    const back = page.getByRole('dialog', { name: all });
    await expect(back.getByText(name)).toBeVisible();
    await press(page, 'Close');
  }
});

test('what a change that is undone had made is left', async ({ page }) => {
  await screens(page);
  await press(page, 'Queries');
  await press(page, 'Add query');
  await expect(page.getByRole('dialog', { name: 'Some notes' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('dialog', { name: 'Queries' }).getByText('Some notes').click();
  await expect(page).toHaveURL(/\/queries\/\w/);
  await page.getByRole('dialog', { name: 'Some notes' }).getByRole('heading').first().click();
  await page.keyboard.press('Control+z');
  await expect(page).toHaveURL(/\/queries$/);
  await expect(page.getByRole('dialog', { name: 'Queries' })).toBeVisible();
});

test('a removal is undone by its word alone, and not what came after it', async ({ page }) => {
  test.skip(isWide(page), 'the same at every size');
  await screens(page);
  await press(page, 'Queries');
  await press(page, 'Add query');
  await press(page, 'Remove query');
  await expect(page.getByText('Removed Some notes.')).toBeVisible();
  await press(page, 'Add query');
  await expect(page.getByRole('dialog', { name: 'Some notes' })).toBeVisible();
  await press(page, 'Undo');
  await expect(
    page.getByText('“Removed the query Some notes” cannot be undone by itself', { exact: false }),
  ).toBeVisible();
  await expect(page.getByRole('dialog', { name: 'Some notes' })).toBeVisible();
});

test('a removal that cannot be kept is said, and what it would have removed is back', async ({ page, context }) => {
  test.skip(isWide(page), 'the same at every size');
  await makeTroublesome(context);
  await screens(page);
  await press(page, 'Queries');
  await press(page, 'Add query');
  await expect(page.getByRole('button', { name: 'Remove query' })).toBeVisible();
  await trouble(page, { full: true });
  await press(page, 'Remove query');
  await expect(page.getByText('The browser has no room left for this app.', { exact: false })).toBeVisible();
  await expect(page.getByRole('dialog', { name: 'Queries' }).getByText('Some notes')).toBeVisible();
  await expect(page.getByText('Removed Some notes.')).toBeHidden();
  await press(page, 'Dismiss');
});

test('who goes on while a screen is being removed stays there, and is told all the same', async ({ page, context }) => {
  await makeTroublesome(context);
  await screens(page);
  await trouble(page, { sleep: 2000 });
  await removeList(page);
  await expect(page).toHaveURL(/\/screens$/);
  // There, the table is open that was made last.
  await go(page, 'Plan');
  await expect(page.getByText('Removed Notes.')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Notes', level: 1 })).toBeVisible();
  await trouble(page, { sleep: 0 });
});
