import { expect, type Page, test } from '@playwright/test';
import {
  addColumn,
  addRecord,
  addTable,
  choose,
  go,
  isWide,
  newApp,
  onBench,
  openDemo,
  openHere,
  openList,
  phone,
  pressMore,
  record,
} from './steps';

const sheet = (page: Page) => page.getByRole('dialog');
const field = (page: Page, name: string) => phone(page).getByRole('textbox', { name, exact: true }).last();
const seePhone = async (page: Page) => {
  if (!isWide(page)) await go(page, 'Run');
};
/** Opens the editor of a screen in Screens. */
async function design(page: Page, name: string) {
  await go(page, 'Screens');
  const back = page.getByRole('button', { name: 'All screens' });
  if (await back.isVisible()) await back.click();
  await page.getByRole('button', { name: new RegExp(`^Design ${name},`) }).click();
  await expect(page.getByRole('heading', { name: name.split(',')[0] ?? '', level: 1 })).toBeVisible();
}
const option = (page: Page, within: string, name: string) =>
  page.getByRole('radiogroup', { name: within }).getByRole('radio', { name, exact: true });

test('an app of three screens of one’s own, from nothing, by touch', async ({ page }) => {
  test.skip(isWide(page), 'by touch on a phone');
  await newApp(page, 'Herb book');
  await addTable(page, 'Plants');
  await addColumn(page, 'Bed', 'Choice', (each) => each.getByRole('textbox', { name: 'Choices' }).fill('North\nSouth'));
  await addColumn(page, 'Price', 'Money');
  await openList(page, 'Plants');
  await addRecord(page, 'Plant', { Name: 'Sage', Price: '4' }, 'Save and add next');
  await expect(field(page, 'Name')).toHaveValue('');
  await field(page, 'Name').fill('Rue');
  await field(page, 'Price').fill('12.5');
  await phone(page).getByRole('radio', { name: 'South' }).tap();
  await phone(page).getByRole('button', { name: 'Save', exact: true }).tap();
  await expect(phone(page).getByText('2 records')).toBeVisible();

  // The list: in sections, with a red price where it is dear.
  await design(page, 'Plants, List');
  await choose(page, 'Sections by', 'Bed');
  await page.getByRole('button', { name: 'Edit Price' }).tap();
  await sheet(page).getByRole('button', { name: 'Add a style to this' }).tap();
  await choose(sheet(page), 'Where', 'An expression');
  await sheet(page).getByRole('textbox', { name: 'Where: expression' }).fill('price > 10');
  await expect(sheet(page).getByText('Touches 1 row of 2 rows now.')).toBeVisible();
  await choose(sheet(page), 'Icon', 'Alert');
  await sheet(page).getByRole('button', { name: 'Done' }).tap();

  // A report, and a menu that leads to both, where the app starts.
  await openHere(page, 'All screens');
  await page.getByRole('button', { name: 'Add screen' }).tap();
  await sheet(page).getByRole('radio', { name: 'Report' }).tap();
  await sheet(page).getByRole('textbox', { name: 'Name' }).fill('Worth of beds');
  await sheet(page).getByRole('button', { name: 'Add screen' }).tap();
  await option(page, 'Figure', 'Sum').tap();
  await openHere(page, 'All screens');
  await expect(page.getByRole('button', { name: 'Design Worth of beds, Report, No way leads here' })).toBeVisible();
  await page.getByRole('button', { name: 'Add screen' }).tap();
  await sheet(page).getByRole('radio', { name: 'Menu' }).tap();
  await sheet(page).getByRole('textbox', { name: 'Name' }).fill('Garden');
  await sheet(page).getByRole('button', { name: 'Add screen' }).tap();
  for (const target of ['Plants', 'Worth of beds']) {
    await page.getByRole('button', { name: 'Add way to a screen' }).tap();
    await choose(sheet(page), 'Leads to', target);
    await sheet(page).getByRole('button', { name: 'Done' }).tap();
  }
  await openHere(page, 'All screens');
  await openHere(page, 'Start and frame');
  await choose(sheet(page), 'The app starts with', 'Garden');
  await sheet(page).getByRole('button', { name: 'Close' }).tap();
  await expect(page.getByRole('button', { name: 'Design Garden, Menu, Start' })).toBeVisible();

  await go(page, 'Run');
  await onBench(page, 'Restart the app');
  await expect(page.getByText('The app was closed and opened again from its store.')).toBeVisible();
  await phone(page).getByRole('link', { name: 'Worth of beds' }).tap();
  await expect(phone(page).getByRole('button', { name: 'South, €12.50, 1 record' })).toBeVisible();
  await phone(page).getByRole('button', { name: 'South, €12.50, 1 record' }).tap();
  await expect(record(page, 'Rue')).toBeVisible();
  await phone(page).getByRole('button', { name: 'Back', exact: true }).tap();
  await phone(page).getByRole('link', { name: 'Plants' }).tap();
  await expect(phone(page).getByRole('heading', { name: 'South', exact: true })).toBeVisible();
  await expect(phone(page).getByRole('button', { name: 'Rue, South, €12.50 (attention)' })).toBeVisible();
});

test('formats follow the person’s settings, in three languages and both systems of units', async ({ page }) => {
  await openDemo(page);
  await phone(page)
    .getByRole('link', { name: /^Performers/ })
    .click();
  await phone(page).getByRole('listitem').first().getByRole('button').first().click();
  const chest = phone(page)
    .getByText(/^[\d.,٫]+\s(cm|in)$/)
    .first();
  await expect(chest).toHaveText(/^\d+(\.\d)? cm$/);
  const centimetres = Number((await chest.textContent())?.replace(' cm', ''));
  const set = async (name: string | RegExp) => {
    await phone(page).getByRole('tab', { name: 'Settings' }).click();
    await phone(page).getByRole('radio', { name }).click();
  };
  const show = async () => {
    await phone(page).getByRole('tab', { name: 'Start' }).click();
    await phone(page)
      .getByRole('link', { name: /^Performers/ })
      .click();
    await phone(page).getByRole('listitem').first().getByRole('button').first().click();
  };
  await set('Inches, pounds');
  await show();
  await expect(chest).toHaveText(`${(centimetres / 2.54).toFixed(1).replace(/\.0$/, '')} in`);
  await set(/^Deutsch/);
  await show();
  await expect(chest).toHaveText(`${(centimetres / 2.54).toFixed(1).replace(/\.0$/, '').replace('.', ',')} in`);
  await phone(page).getByRole('tab', { name: 'Start' }).click();
  await phone(page)
    .getByRole('link', { name: /^Productions/ })
    .click();
  await expect(phone(page).getByRole('listitem').filter({ hasText: 'Budget' }).first()).toContainText(
    /\d\.\d{3},00\s€/,
  );
  await set(/^français/);
  await set('Code');
  await set('Large');
  await phone(page).getByRole('tab', { name: 'Start' }).click();
  await phone(page)
    .getByRole('link', { name: /^Productions/ })
    .click();
  await expect(phone(page).getByRole('listitem').filter({ hasText: 'Budget' }).first()).toContainText(
    /\d\s\d{3},00\sEUR/,
  );
  // They outlast a reload.
  await page.reload();
  await seePhone(page);
  await phone(page).getByRole('button', { name: 'Sign in as Hesper Pellow' }).click();
  await phone(page).getByRole('tab', { name: 'Settings' }).click();
  await expect(phone(page).getByRole('radio', { name: 'Large' })).toHaveAttribute('aria-checked', 'true');
  await expect(phone(page).getByText(/1\s234,50\sEUR/)).toBeVisible();
});

test('a part that is chosen in the phone opens in its editor, and changes show there at once', async ({ page }) => {
  await openDemo(page);
  await design(page, 'Productions, List');
  await page.getByRole('button', { name: 'Choose a part in the phone' }).click();
  await phone(page)
    .getByText(/^\d+ \w+ 20\d\d$/)
    .filter({ visible: true })
    .first()
    .click();
  await expect(sheet(page)).toBeVisible();
  await option(page, 'Date', 'As seen from today').click();
  await expect(page.getByRole('button', { name: 'Undo: Changed the screen Productions' })).toBeAttached();
  await sheet(page).getByRole('button', { name: 'Done' }).click();
  await seePhone(page);
  await expect(
    phone(page)
      .getByText(/^(in \d+ \w+|\d+ \w+ ago|yesterday|tomorrow|(last|next|this) \w+)$/)
      .filter({ visible: true })
      .first(),
  ).toBeVisible();
  if (!isWide(page)) await go(page, 'Screens');
  await page.getByRole('button', { name: 'Undo: Changed the screen Productions' }).click();
  await seePhone(page);
  await expect(
    phone(page)
      .getByText(/^\d+ \w+ 20\d\d$/)
      .filter({ visible: true })
      .first(),
  ).toBeVisible();
});

test('screens are duplicated, shown when nobody can come to them, and removed with their ways', async ({ page }) => {
  await openDemo(page);
  await design(page, 'Loans, List');
  await pressMore(page, 'Duplicate');
  await expect(page.getByRole('heading', { name: 'Loans 2', level: 1 })).toBeVisible();
  await pressMore(page, 'Copy parts here');
  await choose(sheet(page), 'From', 'Overdue loans');
  await sheet(page).getByRole('switch', { name: 'The totals' }).click();
  await sheet(page).getByRole('button', { name: 'Copy', exact: true }).click();
  await expect(page.getByRole('group', { name: 'Totals' }).getByRole('textbox', { name: 'Called' })).toHaveValue(
    'Deposits',
  );
  await openHere(page, 'All screens');
  await openHere(page, 'Paths');
  await expect(
    page.getByText('1 screen nobody can come to: Loans 2. Lead there from a menu, or remove it.'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Find Loans 2 on the map' }).click();
  await expect(page.getByRole('button', { name: 'Loans 2, List, no way leads here' })).toBeInViewport();
  await page.getByRole('button', { name: 'Design Loans 2' }).click();
  await pressMore(page, 'Remove screen');
  await expect(page.getByText('No way leads here.')).toBeVisible();
  await page.getByRole('button', { name: 'Remove Loans 2' }).click();
  await openHere(page, 'Screens');
  await design(page, 'Overdue loans, List');
  await pressMore(page, 'Remove screen');
  await expect(page.getByText('These ways lead here and go too: Start, entry Overdue loans.')).toBeVisible();
  await page.getByRole('button', { name: 'Remove Overdue loans' }).click();
  await seePhone(page);
  await expect(phone(page).getByRole('link', { name: /^Garments/ })).toBeVisible();
  await expect(phone(page).getByRole('link', { name: /^Overdue loans/ })).toHaveCount(0);
});

test('what was typed in a form waits through a restart', async ({ page }) => {
  await openDemo(page);
  await phone(page)
    .getByRole('link', { name: /^Repairs/ })
    .click();
  await phone(page).getByRole('button', { name: 'Add Repair', exact: true }).first().click();
  await field(page, 'Fault').fill('Torn hem');
  await field(page, 'Hours').fill('1.5');
  await expect(phone(page).getByText('€42.00').last()).toBeVisible();
  await page.waitForTimeout(600);
  await page.reload();
  await seePhone(page);
  await phone(page).getByRole('button', { name: 'Sign in as Hesper Pellow' }).click();
  await phone(page)
    .getByRole('link', { name: /^Repairs/ })
    .click();
  await phone(page).getByRole('button', { name: 'Add Repair', exact: true }).first().click();
  await expect(field(page, 'Fault')).toHaveValue('Torn hem');
  await expect(phone(page).getByText('What you had typed is here again.')).toBeVisible();
  await phone(page).getByRole('button', { name: 'Back', exact: true }).click();
  await phone(page).getByRole('button', { name: 'Discard it' }).last().click();
  await phone(page).getByRole('button', { name: 'Add Repair', exact: true }).first().click();
  await expect(field(page, 'Fault')).toHaveValue('');
});

test('the look of the app: dark, its corners, its icon and its frame', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Screens');
  await openHere(page, 'Look of the app');
  await option(page, 'Light or dark', 'Dark').click();
  await option(page, 'Corners', 'Square').click();
  await option(page, 'Density', 'Compact').click();
  await sheet(page).getByRole('radio', { name: 'Slate' }).click();
  await option(page, 'Icon', 'Letters').click();
  await sheet(page).getByRole('textbox', { name: 'Letters of the icon' }).fill('LLP');
  await sheet(page).getByRole('button', { name: 'Close' }).click();
  await openHere(page, 'Start and frame');
  await option(page, 'Always in reach', 'A menu').click();
  await sheet(page).getByRole('button', { name: 'Close' }).click();
  await seePhone(page);
  await expect(phone(page).getByText('LLP')).toBeVisible();
  await expect(phone(page).getByRole('tab')).toHaveCount(0);
  const ground = await phone(page)
    .getByRole('link', { name: /^Garments/ })
    .evaluate((element) => [getComputedStyle(element).backgroundColor, getComputedStyle(element).borderRadius]);
  expect(ground).toEqual(['rgb(30, 33, 38)', '2px']);
  await phone(page).getByRole('button', { name: 'Menu' }).click();
  await phone(page).getByRole('dialog').getByRole('button', { name: 'Garments' }).click();
  await expect(phone(page).getByRole('heading', { name: 'Garments', exact: true })).toBeVisible();
});
