import { expect, test } from '@playwright/test';
import { clean } from './axe';
import { addColumn, addRecord, addTable, choose, go, newApp, openDemo, openList, phone } from './steps';

test('columns tell records apart together, in words, as the phone then does; and have an index in their order', async ({
  page,
}) => {
  await newApp(page, 'Seats');
  await addTable(page, 'Seats');
  await addColumn(page, 'Row', 'Text');
  await addColumn(page, 'Place', 'Whole number');
  await page.getByRole('button', { name: 'Add key' }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByRole('button', { name: 'Save' })).toBeDisabled();
  await choose(sheet, 'Add a column', 'Row');
  await choose(sheet, 'Add a column', 'Place');
  await expect(sheet.getByText('No two seats have the same Row and Place together.')).toBeVisible();
  await clean(page);
  await sheet.getByRole('button', { name: 'Save' }).click();
  await expect(sheet).toBeHidden();
  const keys = page.getByRole('list', { name: 'Keys of Seats' });
  await expect(
    keys.getByRole('button', { name: 'Edit: No two seats have the same Row and Place together.' }),
  ).toBeVisible();

  // The phone refuses the same again, and says why; either alone may be the same.
  await openList(page, 'Seats');
  await addRecord(page, 'Seat', { Name: 'A', Row: 'K', Place: '7' });
  await addRecord(page, 'Seat', { Name: 'B', Row: 'K', Place: '8' });
  await phone(page).getByRole('button', { name: 'Add Seat', exact: true }).click();
  await phone(page).getByRole('textbox', { name: 'Name' }).fill('C');
  await phone(page).getByRole('textbox', { name: 'Row' }).fill('K');
  await phone(page).getByRole('textbox', { name: 'Place' }).fill('7');
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await expect(
    phone(page).getByText(/Row and Place together must be different in every record; these values are already there\./),
  ).toBeVisible();
  await phone(page).getByRole('textbox', { name: 'Place' }).fill('9');
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await expect(phone(page).getByRole('listitem')).toHaveCount(3);

  // It becomes an index, and goes.
  await go(page, 'Plan');
  await page.getByRole('button', { name: /^Edit: No two seats/ }).click();
  await sheet.getByRole('button', { name: 'Leave Place out' }).click();
  await expect(sheet.getByRole('button', { name: 'Save' })).toBeDisabled();
  await choose(sheet, 'Add a column', 'Place');
  await sheet.getByRole('radio', { name: 'Find records fast' }).click();
  await expect(sheet.getByText('Seats are looked up by Row, then Place.')).toBeVisible();
  await sheet.getByRole('button', { name: 'Save' }).click();
  await expect(sheet).toBeHidden();
  await page.getByRole('button', { name: /^Edit: Seats are looked up by Row, then Place/ }).click();
  await sheet.getByRole('button', { name: 'Remove key' }).click();
  await sheet
    .getByRole('button', { name: /^Remove/ })
    .last()
    .click();
  await expect(page.getByText('Several columns can tell seats apart together', { exact: false })).toBeVisible();
});

test('a query that asks for two columns is offered one index over both', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Screens');
  await page.getByRole('button', { name: 'Queries', exact: true }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Add query' }).click();
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Poor and dear');
  await choose(sheet, 'Of the table', 'Garments');
  await sheet.getByRole('button', { name: 'Add condition' }).click();
  const first = sheet.getByRole('group', { name: 'Condition 1' });
  await choose(first, 'Column', 'Condition');
  await choose(first, 'With', 'Poor');
  await sheet.getByRole('button', { name: 'And another' }).click();
  const second = sheet.getByRole('group', { name: 'Condition 2' });
  await choose(second, 'Column', 'Value');
  await choose(second, 'Compared', 'is more than');
  await second.getByRole('textbox', { name: 'With' }).fill('300');
  const reading = sheet.getByRole('group', { name: 'How the rows are found' });
  await expect(reading.getByText(/^Reads all 400 rows of Garments\./)).toBeVisible();
  const offer = reading.getByRole('button', { name: /^Index Condition, Value together: \d+ rows? to read/ });
  const promised = /: (\d+) row/.exec((await offer.textContent()) ?? '')?.[1] ?? 'none';
  await offer.click();
  await expect(
    reading.getByText(new RegExp(`^Reads ${promised} of 400 rows by the index on Condition and Value\\.`)),
  ).toBeVisible();
  await expect(reading.getByRole('button', { name: /together/ })).toBeHidden();
});
