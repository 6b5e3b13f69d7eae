import { expect, type Page, test } from '@playwright/test';
import { askSql, choose, go, isWide, openDemo, phone } from './steps';

async function openSheet(page: Page, name: string) {
  await phone(page)
    .getByRole('link', { name: /^Cost sheets/ })
    .click();
  await phone(page)
    .getByRole('button', { name: new RegExp(`^${name}`) })
    .click();
  await expect(phone(page).getByRole('heading', { name, exact: true })).toBeVisible();
}
const lines = (page: Page) => phone(page).getByRole('heading', { name: /^Lines \d+/ });
const uncharged = async (page: Page) =>
  Number(
    /, (\d+) records/.exec(
      (await phone(page)
        .getByRole('link', { name: /^Not yet charged/ })
        .getAttribute('aria-label')) ?? '',
    )?.[1],
  );

test('gathers a production’s uncharged repairs onto its cost sheet, later only what came since, and puts all back', async ({
  page,
}) => {
  await openDemo(page);
  const before = await uncharged(page);
  await openSheet(page, 'K-2403');
  await expect(lines(page)).toHaveText('Lines 5');
  await phone(page).getByRole('button', { name: 'Gather repairs' }).click();
  await expect(phone(page).getByRole('status').filter({ hasText: 'Gather repairs: K-2403' })).toBeVisible();
  await expect(lines(page)).toHaveText('Lines 27');
  await expect(phone(page).getByRole('heading', { name: /^Gathered repairs 22/ })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Gather repairs' }).click();
  await expect(phone(page).getByRole('status').filter({ hasText: 'There was nothing to do' })).toBeVisible();

  // A repair that comes later stands in the query at once, and the next gathering takes it alone.
  const production = await phone(page)
    .getByRole('link', { name: /^Production: / })
    .textContent();
  await phone(page).getByRole('button', { name: 'Back' }).click();
  await phone(page).getByRole('button', { name: 'Back' }).click();
  await expect.poll(() => uncharged(page)).toBe(before - 22);
  await phone(page)
    .getByRole('link', { name: /^Repairs, / })
    .click();
  await phone(page).getByRole('button', { name: 'Add Repair', exact: true }).first().click();
  await phone(page).getByRole('textbox', { name: 'Fault' }).fill('Torn pocket');
  for (const [field, name] of [
    ['Garment', ''],
    ['Production', production ?? ''],
  ] as const) {
    await phone(page)
      .getByRole('button', { name: `${field}: none. Choose` })
      .click();
    const chooser = phone(page).getByRole('group', { name: `Choose ${field}` });
    if (name) await chooser.getByRole('searchbox').fill(name);
    await chooser
      .getByRole('option', { name: name || /./ })
      .first()
      .click();
  }
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  // A form that is saving closes by itself.
  await expect(phone(page).getByRole('heading', { name: 'New repair' })).toBeHidden();
  await phone(page).getByRole('button', { name: 'Back' }).click();
  await expect.poll(() => uncharged(page)).toBe(before - 21);
  await openSheet(page, 'K-2403');
  await phone(page).getByRole('button', { name: 'Gather repairs' }).click();
  await expect(lines(page)).toHaveText('Lines 28');
  await phone(page).getByRole('button', { name: 'Undo' }).click();
  await expect(lines(page)).toHaveText('Lines 27');

  // The undo of the studio takes the rest back, step by step.
  if (!isWide(page)) await go(page, 'Plan');
  await page.getByRole('button', { name: 'Undo: Saved Torn pocket' }).click();
  await page.getByRole('button', { name: 'Undo: Gather repairs: K-2403' }).click();
  await expect(page.getByRole('button', { name: 'Nothing to undo' })).toBeVisible();
  if (!isWide(page)) await go(page, 'Run');
  await expect(lines(page)).toHaveText('Lines 5');
});

test('a routine is built from what is at hand, reads as sentences, is tried, and runs on a row', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Screens');
  await page.getByRole('button', { name: 'Routines' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Add routine' }).click();
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Retire');
  await choose(sheet, 'Runs on', 'Garment');
  await expect(sheet.getByText('No step yet')).toBeVisible();

  await sheet.getByRole('button', { name: 'Add step' }).click();
  await sheet.getByRole('button', { name: 'Ask', exact: true }).click();
  await sheet.getByRole('textbox', { name: 'Question' }).fill('Really retire it?');
  await sheet.getByRole('radio', { name: 'Yes or no' }).click();
  await sheet.getByRole('button', { name: 'Done' }).click();

  await sheet.getByRole('button', { name: 'Add step' }).click();
  await sheet.getByRole('button', { name: 'Change a record' }).click();
  await expect(sheet.getByText('It sets nothing: give a column a value.')).toBeVisible();
  await sheet.getByRole('button', { name: 'Add value' }).click();
  await choose(sheet.getByRole('group', { name: /^Value of/ }), 'Column', 'Condition');
  await choose(sheet, 'Is', 'Poor');
  await sheet.getByRole('button', { name: 'Done' }).click();

  await sheet.getByRole('button', { name: 'Add step' }).click();
  await sheet.getByRole('button', { name: 'For each row' }).click();
  await choose(sheet, 'For each row of', 'Fittings');
  await sheet.getByRole('button', { name: 'Add condition' }).click();
  await choose(sheet, 'Column', 'Garment');
  await choose(sheet, 'To what', 'This garment');
  await sheet.getByRole('button', { name: 'Done' }).click();
  await sheet.getByRole('button', { name: 'Add step here' }).click();
  await sheet.getByRole('button', { name: 'Delete a record' }).click();
  await expect(sheet.getByRole('status').first()).toHaveText('Delete the fitting.');
  await sheet.getByRole('button', { name: 'Done' }).click();
  for (const sentence of [
    'Ask “Really retire it?” and go on only if yes.',
    'Of this garment, set Condition to “Poor”.',
    'For each fitting where garment = this garment:',
    'Delete the fitting.',
  ])
    await expect(sheet.getByRole('button', { name: `Edit step: ${sentence}` })).toBeVisible();

  await sheet.getByRole('button', { name: 'Try it' }).click();
  await sheet.getByRole('button', { name: 'Yes', exact: true }).click();
  await expect(sheet.getByText(/^Would change \d+ rows? in \d+ statements?\.$/)).toBeVisible();
  await expect(sheet.getByText('Condition: ', { exact: false }).first()).toContainText('→ Poor');
  await sheet.getByRole('button', { name: 'Done' }).click();
  await sheet.getByRole('button', { name: 'Done' }).click();
  await sheet.getByRole('button', { name: 'Close' }).click();

  await page.getByRole('button', { name: /^Design Garments, List/ }).click();
  await page.getByRole('switch', { name: 'Runs Retire on a row' }).click();
  await page.getByRole('button', { name: 'Show in the phone' }).click();
  const garment = phone(page)
    .getByRole('button', { name: /^Black brocade/ })
    .first();
  await garment.click({ button: 'left', delay: 800 });
  await phone(page).getByRole('button', { name: 'Retire', exact: true }).click();
  await phone(page).getByRole('dialog', { name: 'Really retire it?' }).getByRole('button', { name: 'No' }).click();
  await expect(phone(page).getByText('Stopped. Nothing was changed.')).toBeVisible();
  await garment.click({ button: 'left', delay: 800 });
  await phone(page).getByRole('button', { name: 'Retire', exact: true }).click();
  await phone(page).getByRole('button', { name: 'Yes, go on' }).click();
  await expect(
    phone(page)
      .getByRole('status')
      .filter({ hasText: /^Retire: Black brocade/ }),
  ).toBeVisible();
  await expect(garment).toHaveAccessibleName(/Poor/);

  // A button in each row runs it in one tap.
  if (!isWide(page)) await go(page, 'Screens');
  await choose(page, 'A button in each row', 'Runs Retire');
  await page.getByRole('button', { name: 'Show in the phone' }).click();
  await phone(page)
    .getByRole('button', { name: /^Retire: Black brocade/ })
    .nth(1)
    .click();
  await phone(page).getByRole('button', { name: 'Yes, go on' }).click();
  await expect(
    phone(page)
      .getByRole('button', { name: /^Black brocade/ })
      .nth(1),
  ).toHaveAccessibleName(/Poor/);
});

test('a step that fails says which and for which row, and nothing of the routine stays', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Screens');
  await page.getByRole('button', { name: 'Routines' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Add routine' }).click();
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Overwork');
  await choose(sheet, 'Runs on', 'Nothing: by itself');
  await sheet.getByRole('button', { name: 'Add step' }).click();
  await sheet.getByRole('button', { name: 'For each row' }).click();
  await choose(sheet, 'For each row of', 'Wardrobe workers');
  await sheet.getByRole('button', { name: 'Done' }).click();
  await sheet.getByRole('button', { name: 'Add step here' }).click();
  await sheet.getByRole('button', { name: 'Change a record' }).click();
  await sheet.getByRole('button', { name: 'Add value' }).click();
  await choose(sheet, 'Column', 'Hours a week');
  await choose(sheet, 'Is', 'An expression');
  await sheet.getByRole('textbox', { name: 'Is: expression' }).fill('hours_a_week + 20');
  await sheet.getByRole('button', { name: 'Done' }).click();
  await sheet.getByRole('button', { name: 'Try it' }).click();
  await expect(sheet.getByRole('alert')).toContainText(
    'Overwork stopped at “Of the worker, set Hours a week to hours a week + 20.”, for Hesper Pellow: Worker: Hours a week: 48 at the most.',
  );
  await sheet.getByRole('button', { name: 'Done' }).click();
  await sheet.getByRole('button', { name: 'Done' }).click();
  await sheet.getByRole('button', { name: 'Close' }).click();
  const answer = await askSql(page, 'SELECT sum(hours_a_week) FROM wardrobe_workers');
  await expect(answer.getByRole('cell', { name: '72' })).toBeVisible();
});

test('a routine sets what is each person’s own, of several rows, for the one who is signed in', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Screens');
  await page.getByRole('button', { name: 'Routines' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: 'Add routine' }).click();
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Look again');
  await choose(sheet, 'Runs on', 'Garment');
  await sheet.getByRole('button', { name: 'Add step' }).click();
  await sheet.getByRole('button', { name: 'Change a record' }).click();
  await sheet.getByRole('button', { name: 'Add value' }).click();
  const value = sheet.getByRole('group', { name: /^Value of/ });
  await choose(value, 'Column', 'Private note');
  await choose(value, 'Is', 'An expression');
  await value.getByRole('textbox', { name: 'Is: expression' }).fill("'Look again at ' || name");
  await sheet.getByRole('button', { name: 'Done' }).click();
  await expect(sheet.getByRole('button', { name: /^Edit step: Of this garment, set Private note to / })).toBeVisible();
  await sheet.getByRole('button', { name: 'Done' }).click();
  await sheet.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: /^Design Garments, List/ }).click();
  await page.getByRole('switch', { name: 'Runs Look again on a row' }).click();

  await go(page, 'Run');
  await phone(page).getByRole('tab', { name: 'Garments' }).click();
  await phone(page).getByRole('button', { name: 'More of Garments' }).click();
  await phone(page).getByRole('button', { name: 'Choose several of Garments' }).click();
  for (const index of [0, 2]) await phone(page).getByRole('checkbox').nth(index).click();
  await phone(page).getByRole('button', { name: 'Run a routine on 2 garments' }).click();
  await phone(page).getByRole('button', { name: 'Look again', exact: true }).click();
  await expect(phone(page).getByText('Look again: 2 garments')).toBeVisible();
  const answer = await askSql(
    page,
    "SELECT count(*), count(DISTINCT _person), min(_person) FROM garments_by_person WHERE private_note LIKE 'Look again at %'",
  );
  await expect(answer.getByRole('row', { name: '2 1 1' })).toBeVisible();
});

test('a step copies a record with its lines: made by touch, run, and taken back', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Screens');
  await page.getByRole('button', { name: 'Routines' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('button', { name: /Copy the sheet/ }).click();
  await sheet.getByRole('button', { name: /^Edit step: Copy this cost sheet with its sheet lines/ }).click();
  const step = page.getByRole('dialog', { name: 'Step', exact: true });
  // Without its lines, and back: what belongs to the lines comes and goes with them.
  const lines = step.getByRole('group', { name: 'With its lines' }).getByRole('switch', { name: 'Sheet lines' });
  await expect(lines).toBeChecked();
  await lines.click();
  await expect(step.getByRole('group', { name: 'Begins anew in Sheet lines' })).toBeHidden();
  await expect(step.getByRole('status').first()).toHaveText(
    'Copy this cost sheet: set Number to new number; start Day, Paid anew.',
  );
  await lines.click();
  await expect(step.getByRole('group', { name: 'Begins anew in Sheet lines' })).toBeVisible();
  await step.getByRole('button', { name: 'Done' }).click();
  await sheet.getByRole('button', { name: 'Done' }).click();
  await sheet.getByRole('button', { name: 'Close' }).click();

  if (!isWide(page)) await go(page, 'Run');
  await openSheet(page, 'K-2403');
  await phone(page).getByRole('button', { name: 'Copy the sheet' }).click();
  await phone(page).getByRole('textbox', { name: 'Answer' }).fill('K-2499');
  await phone(page).getByRole('button', { name: 'Go on' }).click();
  await expect(phone(page).getByRole('heading', { name: 'K-2499' })).toBeVisible();
  await expect(phone(page).getByRole('heading', { name: /^Lines 5/ })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Undo' }).click();
  await expect(phone(page).getByText('This cost sheet is no longer there.')).toBeVisible();
});
