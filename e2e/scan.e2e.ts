import { expect, type Locator, type Page, test } from '@playwright/test';
import { drawingOf } from '@/core/barcode';
import bwipjs from 'bwip-js/node';
import {
  addColumn,
  addRecord,
  addTable,
  askSql,
  go,
  isWide,
  newApp,
  onBench,
  openDemo,
  openList,
  phone,
} from './steps';

const tray = (page: Page) => page.getByRole('region', { name: 'Scanner' });

/** Opens a screen of the demo's phone with the simulated scanner at hand. */
async function withScanner(page: Page, screen: string) {
  await go(page, 'Run');
  await phone(page).getByRole('link', { name: screen, exact: true }).click();
  await onBench(page, 'Take the scanner');
  await expect(
    tray(page)
      .getByRole('button', { name: /^Scan Garment tag/ })
      .first(),
  ).toBeVisible();
}
const scan = (page: Page, label: string | RegExp) => tray(page).getByRole('button', { name: label }).first().click();

/** Types as a hand scanner does: no pause between its keys, and Enter after the code. */
const wedge = (page: Page, code: string) =>
  page.evaluate(
    (keys) =>
      keys.forEach((key) =>
        (document.activeElement ?? document.body).dispatchEvent(
          new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }),
        ),
      ),
    [...code, 'Enter'],
  );

test('a scanned tag opens its garment; a damaged, a misread and an unknown one say what is wrong, and offer the way on', async ({
  page,
}) => {
  await openDemo(page);
  await withScanner(page, 'Find by tag');
  await scan(page, 'Scan Garment tag 2000000000022');
  await expect(phone(page).getByRole('button', { name: 'Edit Garment' })).toBeVisible();
  await expect(phone(page).getByText('2000000000022')).toBeVisible();
  await phone(page).getByRole('button', { name: 'Back' }).click();

  await scan(page, /^Scan Damaged/);
  await expect(page.getByText('The scanner could not read this label', { exact: false })).toBeVisible();
  await scan(page, /^Scan Misread/);
  await expect(phone(page).getByRole('alert')).toContainText('wrong check digit: it ends in 6 and should end in 5');
  await expect(phone(page).getByRole('button', { name: 'Add garment with this code' })).toBeHidden();

  await scan(page, /^Scan Unknown/);
  await expect(phone(page).getByRole('alert')).toHaveText('Nothing has the code 2999999999991.');
  await phone(page).getByRole('button', { name: 'Ask the catalogue' }).click();
  await expect(phone(page).getByText('The catalogue does not know it either.')).toBeVisible();
  await phone(page).getByRole('button', { name: 'Add garment with this code' }).click();
  await expect(phone(page).getByRole('textbox', { name: 'Tag', exact: true })).toHaveValue('2999999999991');
});

test('what the catalogue knows fills the form; slow, wrong and down are said, and nothing is lost', async ({
  page,
}) => {
  await openDemo(page);
  await withScanner(page, 'Find by tag');
  const behave = (how: string) => tray(page).getByRole('combobox', { name: 'The catalogue' }).selectOption(how);
  await scan(page, /^Scan New, in the catalogue/);
  await behave('is down');
  await phone(page).getByRole('button', { name: 'Ask the catalogue' }).click();
  await expect(phone(page).getByText('The catalogue cannot be reached.', { exact: false })).toContainText(
    'Nothing was changed, and the code is still here.',
  );
  await behave('answers wrongly');
  await phone(page).getByRole('button', { name: 'Ask the catalogue again' }).click();
  await expect(
    phone(page).getByText('The catalogue gave an answer that cannot be right: it is about the code', { exact: false }),
  ).toBeVisible();
  await behave('is slow');
  await phone(page).getByRole('button', { name: 'Ask the catalogue again' }).click();
  await expect(phone(page).getByRole('button', { name: 'Asking the catalogue…' })).toBeVisible();
  await expect(phone(page).getByText('Forest green bonnet')).toBeVisible();
  await phone(page).getByRole('button', { name: 'Add garment with what is known' }).click();
  await expect(phone(page).getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Forest green bonnet');
  await expect(phone(page).getByRole('textbox', { name: 'Value', exact: true })).toHaveValue(/126/);
  await expect(phone(page).getByRole('radio', { name: 'As new' })).toBeChecked();
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  // A form that is saving still hears the scanner: what is scanned next is for the screen below it.
  await expect(phone(page).getByRole('heading', { name: 'New garment' })).toBeHidden();
  await scan(page, /^Scan New, in the catalogue/);
  await expect(phone(page).getByRole('heading', { name: 'Forest green bonnet' })).toBeVisible();
});

test('a stock-take is counted by scanner, outlasts a restart, and is saved once', async ({ page }) => {
  await openDemo(page);
  await withScanner(page, 'Stock-take');
  await expect(phone(page).getByRole('button', { name: /^Save/ })).toBeHidden();
  for (const label of [/2000000000015/, /2000000000022/, /^Scan Twin of the first/, /2000000000039/])
    await scan(page, label);
  await expect(phone(page).getByRole('heading', { name: '3 scanned, 4 times' })).toBeVisible();
  const scanned = phone(page).getByRole('list', { name: 'Scanned' });
  await expect(scanned.getByText('×2')).toBeVisible();
  await page.reload();
  await phone(page).getByRole('button', { name: 'Sign in as Hesper Pellow' }).click();
  await phone(page).getByRole('link', { name: 'Stock-take', exact: true }).click();
  await expect(phone(page).getByRole('heading', { name: '3 scanned, 4 times' })).toBeVisible();
  const save = phone(page).getByRole('button', { name: 'Save 3 stock counts' });
  await save.dblclick();
  await expect(phone(page).getByRole('button', { name: 'Saved 3 stock counts' })).toBeDisabled();
  await phone(page).getByRole('button', { name: 'New list' }).click();
  await expect(phone(page).getByRole('button', { name: /^Save/ })).toBeHidden();
  const answer = await askSql(page, 'SELECT count(*), sum(times_seen) FROM stock_counts');
  await expect(answer.getByRole('row', { name: '3 4' })).toBeVisible();
});

test('a scanner is heard in whatever has focus, and a person who types is left alone', async ({ page }) => {
  await openDemo(page);
  if (!isWide(page)) await go(page, 'Run');
  await phone(page)
    .getByRole('link', { name: /^Garments, / })
    .click();
  const search = phone(page).getByRole('searchbox', { name: 'Search Garments' });
  await search.pressSequentially('velvet', { delay: 60 });
  await expect(search).toHaveValue('velvet');
  await search.fill('');
  await search.pressSequentially('silk', { delay: 8 });
  await expect(search).toHaveValue('silk');
  await wedge(page, '2000000000046');
  await expect(phone(page).getByText('2000000000046')).toBeVisible();
  await expect(phone(page).getByRole('button', { name: 'Edit Garment' })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Back' }).click();
  await expect(search).toHaveValue('silk');
  await wedge(page, '2999999999991');
  await expect(phone(page).getByRole('alert')).toContainText('No garment has the code 2999999999991.');

  // Real keys, as fast as they come: what is no code stays in the field to the last letter.
  await search.fill('');
  await page.keyboard.type('abc');
  await expect(search).toHaveValue('abc');
  await phone(page).getByRole('button', { name: 'Add Garment', exact: true }).first().click();
  const [name, tag] = ['Name', 'Tag'].map((field) => phone(page).getByRole('textbox', { name: field, exact: true }));
  // A machine that has other work may put a pause between two of these keys that no scanner makes.
  await expect(async () => {
    await tag?.fill('');
    await name?.fill('');
    await page.keyboard.type('2999999999991');
    await page.keyboard.press('Enter');
    await expect(tag as Locator).toHaveValue('2999999999991', { timeout: 2000 });
    await expect(name as Locator).toHaveValue('', { timeout: 2000 });
  }).toPass();
});

test('several records of one code are told apart, and a code is read from a picture or typed', async ({ page }) => {
  await newApp(page, 'Seed bank');
  await addTable(page, 'Packets');
  await addColumn(page, 'Code', 'Barcode');
  await openList(page, 'Packets');
  for (const name of ['Borage', 'Borage, old']) await addRecord(page, 'Packet', { Name: name, Code: '4006381333931' });
  await go(page, 'Screens');
  await page.getByRole('button', { name: 'Add screen' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('radio', { name: 'Scan' }).click();
  await sheet.getByRole('button', { name: 'Add screen' }).click();
  await expect(page.getByRole('heading', { name: 'Scan packet', level: 1 })).toBeVisible();
  await page.getByRole('button', { name: 'Show in the phone' }).click();
  await phone(page).getByRole('textbox', { name: 'Code' }).fill('4006381333931');
  await phone(page).getByRole('button', { name: 'Look up the code' }).click();
  const choice = phone(page).getByRole('dialog', { name: '2 have the code 4006381333931' });
  await choice.getByRole('button', { name: 'Borage, old' }).click();
  await expect(phone(page).getByRole('heading', { name: 'Borage, old' })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Back' }).click();

  const picture = await bwipjs.toBuffer({
    ...drawingOf('EAN-13', '4006381333931'),
    scale: 3,
    padding: 12,
    backgroundcolor: 'ffffff',
  });
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    phone(page).getByRole('button', { name: 'Read a code from a picture' }).click(),
  ]);
  await chooser.setFiles({ name: 'label.png', mimeType: 'image/png', buffer: picture });
  await expect(choice).toBeVisible();
});

test('a sheet of labels is printed for the rows of a list', async ({ page, context }) => {
  await page.addInitScript(() => {
    // The browser's own dialog would wait for a person.
    Object.defineProperty(window, 'print', { value: () => undefined, configurable: true });
  });
  await openDemo(page);
  if (!isWide(page)) await go(page, 'Run');
  await phone(page)
    .getByRole('link', { name: /^Garments, / })
    .click();
  await phone(page).getByRole('button', { name: 'More of Garments' }).click();
  await phone(page).getByRole('button', { name: 'Print labels of Garments' }).click();
  const frame = page.locator('iframe[data-print]');
  await expect(frame).toBeAttached();
  const html = (await frame.getAttribute('srcdoc')) ?? '';
  const sheet = await context.newPage();
  await sheet.setContent(html);
  await expect(sheet.getByRole('listitem')).toHaveCount(400);
  await expect(sheet.getByRole('listitem').first().locator('svg')).toBeVisible();
});
