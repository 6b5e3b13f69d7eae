import { expect, test } from '@playwright/test';
import {
  addColumn,
  addRecord,
  addTable,
  askSql,
  choose,
  go,
  isWide,
  newApp,
  openDemo,
  openHere,
  openList,
  openTable,
  phone,
  record,
  showBench,
} from './steps';

test('who has many of what: a link made as a sentence, filled in, followed both ways, and its delete rule', async ({
  page,
}) => {
  await newApp(page, 'Workshop');
  await addTable(page, 'Borrowers');
  await openHere(page, 'All tables');
  await addTable(page, 'Tools');
  await page.getByRole('button', { name: 'Add link' }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByText('A borrower has many tools; a tool may belong to one borrower.')).toBeVisible();
  await sheet.getByRole('textbox', { name: 'Tool calls it' }).fill('Lent to');
  await sheet.getByRole('radio', { name: 'It cannot be' }).click();
  await expect(
    sheet.getByText(
      'A borrower with tools cannot be deleted: the message names them. (Delete or move them first, then the borrower.)',
    ),
  ).toBeVisible();
  await sheet.getByRole('button', { name: 'Add link' }).click();
  await expect(
    page.getByRole('button', {
      name: 'Edit the link: A borrower has many tools; a tool may belong to one borrower, its lent to.',
    }),
  ).toBeVisible();

  await openList(page, 'Borrowers');
  await addRecord(page, 'Borrower', { Name: 'Ada Ashgrove' });
  await addRecord(page, 'Borrower', { Name: 'Bram Brindle' });
  // From the record: a new tool that belongs to it.
  await record(page, 'Ada Ashgrove').click();
  await phone(page).getByRole('button', { name: 'Add Tool here' }).click();
  await phone(page).getByRole('textbox', { name: 'Name', exact: true }).fill('Bow saw');
  await expect(phone(page).getByRole('button', { name: 'Lent to: Ada Ashgrove. Choose' })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await expect(phone(page).getByRole('heading', { name: 'Tools 1' })).toBeVisible();

  // A delete that it stops says why.
  await phone(page).getByRole('button', { name: 'Delete Borrower' }).click();
  await expect(
    phone(page).getByText(
      'Ada Ashgrove still has 1 in Tools (Bow saw). Nothing was deleted. Delete those first, or link them to another.',
    ),
  ).toBeVisible();
  await phone(page).getByRole('button', { name: 'Dismiss' }).click();

  // From the other side: the link leads there, and another is chosen by search.
  await phone(page).getByRole('link', { name: 'Bow saw' }).click();
  await phone(page).getByRole('button', { name: 'Edit Tool' }).click();
  await phone(page).getByRole('button', { name: 'Lent to: Ada Ashgrove. Choose' }).click();
  await phone(page).getByRole('searchbox', { name: 'Search Borrowers' }).fill('brin');
  await phone(page).getByRole('option', { name: 'Bram Brindle' }).click();
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await phone(page).getByRole('link', { name: 'Lent to: Bram Brindle' }).click();
  await expect(phone(page).getByRole('heading', { name: 'Bram Brindle' })).toBeVisible();
  await expect(phone(page).getByRole('heading', { name: 'Tools 1' })).toBeVisible();

  // The rule changes while the app runs; the delete then takes the tool along, and an undo brings both back.
  await go(page, 'Plan');
  await page.getByRole('button', { name: /^Edit the link/ }).click();
  await sheet.getByRole('radio', { name: 'They go too' }).click();
  await sheet.getByRole('button', { name: 'Save link' }).click();
  await expect(sheet).toBeHidden();
  if (!isWide(page)) await go(page, 'Run');
  await phone(page).getByRole('button', { name: 'Delete Borrower' }).click();
  await showBench(page);
  await expect(page.getByRole('button', { name: /Last ripple: Deleted Bram Brindle · 2 rows/ })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Undo' }).click();
  await expect(
    await askSql(page, 'SELECT t.name, b.name FROM tools t JOIN borrowers b ON b.id = t.lent_to'),
  ).toContainText('Bow sawBram Brindle');
});

test('many with many, through a table that may carry more', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Plan');
  await openTable(page, 'Performers');
  await page.getByRole('button', { name: 'Add link' }).click();
  const sheet = page.getByRole('dialog');
  await choose(sheet, 'Linked to', 'Garments');
  await sheet.getByRole('radio', { name: 'Many performers with many garments' }).click();
  await sheet.getByRole('textbox', { name: 'What one such pairing is called' }).fill('Wardrobes');
  await sheet.getByRole('button', { name: 'Add link' }).click();
  await expect(
    page.getByRole('button', {
      name: 'Edit the link: A performer has many wardrobes; a wardrobe belongs to one performer.',
    }),
  ).toBeVisible();
  await openList(page, 'Performers');
  await phone(page).getByRole('listitem').first().getByRole('button').first().click();
  await phone(page).getByRole('button', { name: 'Add Wardrobe here' }).click();
  await phone(page).getByRole('button', { name: 'Garment: none. Choose' }).click();
  await phone(page).getByRole('searchbox', { name: 'Search Garments' }).fill('velvet');
  await phone(page).getByRole('option').first().click();
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await expect(phone(page).getByRole('heading', { name: 'Wardrobes 1' })).toBeVisible();
});

test('a text that names records elsewhere becomes a link, and no value is lost', async ({ page }) => {
  await newApp(page, 'Wardrobe');
  await addTable(page, 'Performers');
  await openHere(page, 'All tables');
  await addTable(page, 'Fittings');
  await addColumn(page, 'Performer', 'Text');
  await openList(page, 'Performers');
  await addRecord(page, 'Performer', { Name: 'Ada Ashgrove' });
  await expect(phone(page).getByText('1 record', { exact: true })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Back' }).click();
  await phone(page)
    .getByRole('link', { name: /^Fittings/ })
    .click();
  await addRecord(page, 'Fitting', { Name: 'First', Performer: 'ada ashgrove' });
  await addRecord(page, 'Fitting', { Name: 'Second', Performer: 'Nobody' });
  await expect(phone(page).getByText('2 records')).toBeVisible();

  await go(page, 'Plan');
  await page.getByRole('button', { name: 'Edit Performer' }).click();
  await page.getByRole('button', { name: 'Turn into a link' }).click();
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByRole('group', { name: 'What matches' })).toContainText(
    '1 row names exactly one performer; 1 names none; 0 name several.',
  );
  await expect(sheet.getByRole('group', { name: 'What matches' })).toContainText('Nobody1 row, no match');
  await sheet.getByRole('button', { name: 'Turn into a link' }).click();
  await expect(page.getByRole('button', { name: 'Edit Performer as text' })).toBeVisible();
  if (!isWide(page)) await go(page, 'Run');
  await record(page, 'First').click();
  await expect(phone(page).getByRole('link', { name: 'Performer: Ada Ashgrove' })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Back' }).click();
  await record(page, 'Second').click();
  await expect(phone(page).getByText('Nobody').last()).toBeVisible();
});
