import { expect, type Page, test } from '@playwright/test';
import { clean } from './axe';
import { askSql, choose, go, isWide, openDemo, openTable, phone, pickKind } from './steps';

const cell = (page: Page, day: string) => phone(page).getByRole('gridcell', { name: new RegExp(`^${day},`) });
const rowsOn = (page: Page, day: string) =>
  phone(page)
    .getByRole('list', { name: `Fittings on ${day}` })
    .getByRole('listitem');
const done = (page: Page, words: RegExp) => phone(page).getByRole('status').filter({ hasText: words });

async function openCalendar(page: Page) {
  // The days of the demo are around this one.
  await page.clock.setFixedTime(new Date('2026-11-27T09:00:00Z'));
  await openDemo(page);
  await phone(page)
    .getByRole('link', { name: /^Fitting days/ })
    .click();
  await expect(cell(page, 'Friday 27 November')).toHaveAttribute('aria-selected', 'true');
}

/** Drags a row’s handle onto something. */
async function drag(page: Page, name: string, to: ReturnType<typeof cell>) {
  const from = await phone(page)
    .getByRole('button', { name: `Move ${name}` })
    .first()
    .boundingBox();
  const onto = await to.boundingBox();
  if (!from || !onto) throw new Error('nothing to drag');
  await page.mouse.move(from.x + 20, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(from.x + 20, from.y - 30, { steps: 4 });
  await page.mouse.move(onto.x + onto.width / 2, onto.y + onto.height / 2, { steps: 6 });
  await expect(done(page, new RegExp(`^Move ${name} to `))).toBeVisible();
  await page.mouse.up();
}

test('a month counts its days, shows the rows of one, and a row is dragged to another and put back', async ({
  page,
}) => {
  await openCalendar(page);
  const friday = 'Friday 27 November';
  await expect(cell(page, friday)).toHaveAccessibleName(`${friday}, 5 fittings`);
  await expect(rowsOn(page, friday)).toHaveCount(5);
  await drag(page, 'Gil Dunmarsh', cell(page, 'Thursday 12 November'));
  await expect(done(page, /^Moved /)).toBeVisible();
  await expect(cell(page, friday)).toHaveAccessibleName(`${friday}, 4 fittings`);
  await cell(page, 'Thursday 12 November').click();
  await expect(rowsOn(page, 'Thursday 12 November')).toHaveCount(1);
  await phone(page).getByRole('button', { name: 'Undo' }).click();
  await expect(cell(page, friday)).toHaveAccessibleName(`${friday}, 5 fittings`);
  await clean(page);
});

test('without dragging: keys and a sheet move a row, keys choose a day, and a tap on it adds there', async ({
  page,
}) => {
  await openCalendar(page);
  const [friday, saturday] = ['Friday 27 November', 'Saturday 28 November'];
  await phone(page).getByRole('button', { name: 'Move Gil Dunmarsh' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(cell(page, saturday)).toHaveAccessibleName(`${saturday}, 2 fittings`);
  await phone(page).getByRole('button', { name: 'Move Milo Thistleton' }).click();
  const sheet = phone(page).getByRole('dialog', { name: 'Milo Thistleton' });
  await sheet.getByLabel('To another day').fill('2026-11-28');
  await sheet.getByRole('button', { name: 'Move', exact: true }).click();
  await expect(cell(page, saturday)).toHaveAccessibleName(`${saturday}, 3 fittings`);
  await expect(cell(page, friday)).toHaveAccessibleName(`${friday}, 3 fittings`);

  await cell(page, friday).focus();
  await page.keyboard.press('ArrowDown');
  await expect(cell(page, 'Friday 4 December')).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(phone(page).getByRole('heading', { name: 'New fitting' })).toBeVisible();
  await expect(phone(page).getByLabel('Day', { exact: true })).toHaveValue('2026-12-04');
  for (const field of ['Performer', 'Garment']) {
    await phone(page)
      .getByRole('button', { name: `${field}: none. Choose` })
      .click();
    await phone(page)
      .getByRole('group', { name: `Choose ${field}` })
      .getByRole('option')
      .first()
      .click();
  }
  // Stars are a slider: by keys, by touch, and away again.
  const stars = phone(page).getByRole('slider', { name: 'Fit' });
  await stars.focus();
  await page.keyboard.press('End');
  await page.keyboard.press('ArrowLeft');
  await expect(stars).toHaveAttribute('aria-valuetext', '4.5 of 5');
  await phone(page).getByRole('button', { name: 'Clear Fit' }).click();
  await expect(stars).toHaveAttribute('aria-valuetext', 'none yet');
  const box = await stars.boundingBox();
  await page.mouse.click((box?.x ?? 0) + 44 * 2 + 10, (box?.y ?? 0) + 22);
  await expect(stars).toHaveAttribute('aria-valuetext', '2.5 of 5');
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await expect(rowsOn(page, 'Friday 4 December')).toHaveCount(1);
  const result = await askSql(page, 'SELECT day, fit FROM fittings ORDER BY id DESC LIMIT 1');
  await expect(result).toContainText('2026-12-04');
  await expect(result).toContainText('2.5');
});

test('a week and an agenda show the same rows, and weeks begin as the person set', async ({ page }) => {
  await openCalendar(page);
  await expect(phone(page).getByRole('columnheader').first()).toHaveAccessibleName('Monday');
  await phone(page).getByRole('radio', { name: 'Week' }).click();
  await expect(phone(page).getByRole('heading', { name: /^Monday 23 November/ })).toBeVisible();
  await expect(rowsOn(page, 'Friday 27 November')).toHaveCount(5);
  await phone(page).getByRole('button', { name: 'Later week' }).click();
  await expect(phone(page).getByRole('heading', { name: /^Monday 30 November/ })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Today' }).click();
  await phone(page).getByRole('radio', { name: 'Agenda' }).click();
  await expect(phone(page).getByRole('heading', { name: /^Friday 27 November/ })).toBeVisible();
  await expect(phone(page).getByRole('heading', { name: /^Thursday 26 November/ })).toHaveCount(0);
  await phone(page).getByRole('tab', { name: 'Settings' }).click();
  await phone(page).getByRole('radio', { name: 'Sunday' }).click();
  await phone(page).getByRole('tab', { name: 'Start' }).click();
  await phone(page)
    .getByRole('link', { name: /^Fitting days/ })
    .click();
  await expect(phone(page).getByRole('columnheader').first()).toHaveAccessibleName('Sunday');
});

test('a calendar is made for a table with a date, reaches to a second one, and a rating column is told its stars', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, 'Screens');
  await page.getByRole('button', { name: 'Add screen' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('radio', { name: 'Calendar' }).click();
  await choose(sheet, 'Of the table', 'Repairs');
  await sheet.getByRole('button', { name: 'Add screen' }).click();
  await expect(page.getByRole('heading', { name: 'Repairs calendar', level: 1 })).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Stands at' })).toHaveValue('t6-04');
  await page.getByRole('radio', { name: 'Agenda' }).first().click();
  if (!isWide(page)) await page.getByRole('button', { name: 'Show in the phone' }).click();
  await expect(phone(page).getByRole('radio', { name: 'Agenda' })).toBeChecked();

  await go(page, 'Plan');
  await openTable(page, 'Repairs');
  await page.getByRole('button', { name: 'Add column' }).click();
  const column = page.getByRole('dialog');
  await column.getByRole('textbox', { name: 'Name' }).fill('Worth it');
  await pickKind(column, 'Rating');
  await choose(column, 'The most stars', '3');
  await column.getByRole('switch', { name: 'Half steps' }).click();
  await column.getByRole('textbox', { name: 'A new record starts with' }).fill('4');
  await expect(column.getByText('expected 0.5 to 3, in halves')).toBeVisible();
  await column.getByRole('textbox', { name: 'A new record starts with' }).fill('1.5');
  await column.getByRole('button', { name: 'Add column' }).click();
  const facts = 'Rating, 1 to 3, in halves, has a default';
  if (isWide(page)) await expect(page.getByRole('button', { name: 'Edit Worth it' })).toHaveAttribute('title', facts);
  else await expect(page.getByText(facts)).toBeVisible();
});
