import { expect, type Page, test } from '@playwright/test';
import { addColumn, go, isWide, phone } from './steps';

const walk = (page: Page) => page.getByRole('region', { name: 'First walk' });

const begin = async (page: Page) => {
  await page.goto('/');
  await page.getByRole('textbox', { name: 'A table and its columns' }).fill('Tools: name, price money');
  await page.getByRole('button', { name: 'Make it run' }).click();
  await expect(walk(page).getByText('Step 2 of 5: Add a column')).toBeVisible();
};

const typeColumn = async (page: Page) => {
  if (!isWide(page)) return addColumn(page, 'Bought', 'Date');
  await page.getByRole('textbox', { name: 'Add columns to Tools' }).fill('bought date');
  await page.keyboard.press('Enter');
};

test('the first walk: from a typed table to a record of one’s own, by touch', async ({ page }) => {
  test.skip(isWide(page), 'by touch on a phone');
  await begin(page);
  await typeColumn(page);
  await expect(walk(page).getByText('Step 3 of 5: See its list')).toBeVisible();
  await walk(page).getByRole('button', { name: 'Go there' }).click();
  await phone(page)
    .getByRole('link', { name: /^Tools/ })
    .click();
  await expect(walk(page).getByText('Step 4 of 5: Begin a record')).toBeVisible();
  await phone(page).getByRole('button', { name: 'Add Tool', exact: true }).first().click();
  await expect(walk(page).getByText('Step 5 of 5: Save it')).toBeVisible();
  await phone(page).getByRole('textbox', { name: 'Name' }).fill('Awl');
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await expect(walk(page).getByText('Your first record is saved.')).toBeVisible();
  await expect(phone(page).getByRole('button', { name: /^Awl/ })).toBeVisible();
  await walk(page).getByRole('button', { name: 'See its ripple' }).click();
  await expect(page.getByText('Saved Awl · 1 row', { exact: false }).first()).toBeVisible();
  await walk(page).getByRole('button', { name: 'End the walk' }).click();
  await expect(walk(page)).toBeHidden();
  // It does not begin again by itself.
  await page.reload();
  await expect(
    page.getByRole('navigation', { name: 'Places' }).or(page.getByRole('button', { name: 'Show the bench' })),
  ).toBeVisible();
  await expect(walk(page)).toHaveCount(0);
});

test('the walk is left, and taken up again from the shelf where it was', async ({ page }) => {
  await begin(page);
  await typeColumn(page);
  await expect(walk(page).getByText('Step 3 of 5: See its list')).toBeVisible();
  await walk(page).getByRole('button', { name: 'Leave the walk' }).click();
  await expect(walk(page)).toBeHidden();
  await page.goto('/');
  // What the shelf shows of the app is its first screen.
  await expect(page.getByRole('listitem').filter({ hasText: '1 table' })).toContainText('Tools');
  await page.getByRole('button', { name: 'Take up the first walk: step 3 of 5' }).click();
  await expect(walk(page).getByText('Step 3 of 5: See its list')).toBeVisible();
  await go(page, 'Shelf');
  await page.getByRole('button', { name: 'Remove Tools' }).click();
  await expect(page.getByText('Take up the first walk', { exact: false })).toHaveCount(0);
});

/** Presses Tab until what has the focus is called so. */
async function tabTo(page: Page, name: RegExp) {
  for (let tabs = 0; tabs < 90; tabs++) {
    const focused = await page.evaluate(() => {
      const { activeElement: at } = document;
      return at?.getAttribute('aria-label') ?? at?.textContent ?? '';
    });
    if (name.test(focused)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`the keyboard does not come to ${name}`);
}

test('the first minute by keyboard alone', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('textbox', { name: 'A table and its columns' })).toBeVisible();
  // The keys of the shelf are listed, and what lists them gives the focus back.
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' }).getByText('New app')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await tabTo(page, /^A table and its columns$/);
  await page.keyboard.type('Tools: name, price money');
  await page.keyboard.press('Enter');
  await expect(walk(page).getByText('Step 2 of 5: Add a column')).toBeVisible();
  if (isWide(page)) {
    await tabTo(page, /^Add columns to Tools$/);
    await page.keyboard.type('bought date');
    await page.keyboard.press('Enter');
  } else {
    await tabTo(page, /^Add column$/);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('textbox', { name: 'Name' })).toBeFocused();
    await page.keyboard.type('Bought');
    await tabTo(page, /^Kind: /);
    await page.keyboard.press('Enter');
    await page.keyboard.type('date');
    await page.keyboard.press('Enter');
    await tabTo(page, /^Add column$/);
    await page.keyboard.press('Enter');
  }
  await expect(walk(page).getByText('Step 3 of 5: See its list')).toBeVisible();
  await page.keyboard.press('3');
  await tabTo(page, /^Tools/);
  await page.keyboard.press('Enter');
  await expect(walk(page).getByText('Step 4 of 5: Begin a record')).toBeVisible();
  await tabTo(page, /^Add Tool$/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Name$/);
  await page.keyboard.type('Awl');
  await tabTo(page, /^Save$/);
  await page.keyboard.press('Enter');
  await expect(walk(page).getByText('Your first record is saved.')).toBeVisible();
  await expect(phone(page).getByRole('button', { name: /^Awl/ })).toBeVisible();
});

test('where there are many apps, they are found and put in order', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'New app' })).toBeVisible();
  for (const name of ['Alders', 'Birches', 'Cedars', 'Dogwoods', 'Elms']) {
    await page.keyboard.press('n');
    await page.getByRole('textbox', { name: 'Name' }).fill(name);
    await page.getByRole('button', { name: 'Start blank' }).click();
    await expect(page.getByRole('heading', { name: 'Plan' })).toBeVisible();
    await go(page, 'Shelf');
  }
  const apps = page.getByRole('list', { name: 'Apps' }).getByRole('listitem');
  await expect(apps).toHaveCount(5);
  await expect(apps.first()).toContainText('Elms');
  await page.getByRole('radio', { name: 'Name' }).click();
  await expect(apps.first()).toContainText('Alders');
  await page.getByRole('textbox', { name: 'Find an app' }).fill('dog');
  await expect(apps).toHaveCount(1);
  await page.getByRole('textbox', { name: 'Find an app' }).fill('willow');
  await expect(page.getByText('No app is called “willow”.')).toBeVisible();
});

test('a key that is pressed the moment the shelf is drawn is heard', async ({ page }) => {
  await page.addInitScript(() => {
    const drawn = new MutationObserver(() => {
      if (![...document.querySelectorAll('button')].some(({ textContent }) => textContent === 'New app')) return;
      drawn.disconnect();
      document.dispatchEvent(new KeyboardEvent('keydown', { key: 'n', bubbles: true, cancelable: true }));
    });
    drawn.observe(document, { childList: true, subtree: true });
  });
  await page.goto('/');
  await expect(page.getByRole('dialog', { name: 'New app' })).toBeVisible();
});
