import { expect, test } from '@playwright/test';
import { addColumn, addTable, go, isWide, newApp, openList, phone, record, showBench } from './steps';

test('starting rows: typed and pasted in a grid, what does not fit shown at its cell, laid down when started fresh', async ({
  page,
}) => {
  await newApp(page, 'Workshop');
  await addTable(page, 'Tools');
  await addColumn(page, 'Price', 'Money');
  await addColumn(page, 'Lent', 'Yes/no');
  await page.getByRole('button', { name: 'Starting rows', exact: true }).click();
  const grid = page.getByRole('grid', { name: 'Starting rows of Tools' });
  await grid.getByRole('gridcell', { name: 'Name of row 1: blank' }).click();
  await page.keyboard.type('Bow saw');
  await page.keyboard.press('Tab');
  await page.keyboard.type('much');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Row 1 › Price: expected an amount' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save starting rows' })).toBeDisabled();
  await page.getByRole('button', { name: /Row 1 › Price/ }).click();
  await grid.getByRole('gridcell', { name: 'Price of row 1: much' }).click();
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type('28.50');
  await page.keyboard.press('Enter');

  // A block from a spreadsheet goes in from the cell that is active.
  await grid.getByRole('gridcell', { name: 'Name of row 2: blank' }).click();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', 'Plane\t12\tyes\r\n"Set of\nchisels"\t1,250.00\tno\r\n');
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  await expect(grid.getByRole('gridcell', { name: /^Name of row 3: Set of/ })).toBeVisible();
  await expect(grid).toHaveAttribute('aria-rowcount', '5');
  // By keyboard: up to the row of the plane, and away with it; then undone by discarding is not needed, as it is typed
  // again.
  await page.keyboard.press('ControlOrMeta+Delete');
  await expect(grid).toHaveAttribute('aria-rowcount', '4');
  await page.getByRole('button', { name: 'Save starting rows' }).click();
  await expect(page.getByText('Tools starts with 2 rows.')).toBeVisible();

  await go(page, 'Run');
  await showBench(page);
  await page.getByRole('button', { name: 'Start fresh' }).click();
  await page.getByRole('button', { name: 'With starting rows, as newly installed' }).click();
  await expect(page.getByText('The phone has its starting rows again.')).toBeVisible();
  await openList(page, 'Tools');
  await expect(record(page, 'Bow saw')).toContainText('28.50');
  await expect(phone(page).getByText('2 records')).toBeVisible();

  // In Ship a table can be told to start empty, and an undo has it filled again.
  await go(page, 'Ship');
  const filled = page.getByRole('switch', { name: 'Tools' });
  await expect(page.getByText('2 rows from the start')).toBeVisible();
  await filled.click();
  await expect(page.getByText('Starts empty')).toBeVisible();
  if (isWide(page)) await page.getByRole('button', { name: /^Undo/ }).first().click();
  else await page.getByRole('button', { name: 'Undo' }).last().click();
  await expect(page.getByText('2 rows from the start')).toBeVisible();
});
