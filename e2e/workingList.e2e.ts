import { expect, type Page, test } from '@playwright/test';
import { askSql, choose, go, isWide, openDemo, phone } from './steps';

const button = (page: Page, name: string | RegExp) => phone(page).getByRole('button', { name });

test('a cast is put together on a production’s own list, saved once, taken back and saved again', async ({ page }) => {
  await openDemo(page);
  if (!isWide(page)) await go(page, 'Run');
  await phone(page)
    .getByRole('link', { name: /^Productions/ })
    .click();
  await phone(page).getByRole('list', { name: 'Productions' }).getByRole('button').first().click();
  await button(page, 'Put the cast together').click();
  await expect(button(page, /^Save/)).toBeHidden();
  for (const name of [/^Ada Farthing/, /^Bram Merriden/, /^Cosima Brindle/, /^Ada Rookwood/])
    await phone(page).getByRole('checkbox', { name }).first().click();
  await phone(page)
    .getByRole('checkbox', { name: /^Ada Rookwood/ })
    .first()
    .click();
  await button(page, /^The list$/).click();
  const sheet = phone(page).getByRole('dialog', { name: 'On the list of Who plays' });
  await expect(sheet.getByRole('listitem')).toHaveCount(3);
  await page.keyboard.press('Escape');
  await button(page, 'Save 3 castings').dblclick();
  await expect(button(page, 'Saved 3 castings')).toBeDisabled();
  await button(page, 'Undo').click();
  await expect(button(page, 'Save 3 castings')).toBeEnabled();
  await button(page, 'Save 3 castings').click();
  await expect(button(page, 'Saved 3 castings')).toBeDisabled();
  // Leaving clears it, as the screen is designed.
  await button(page, 'Back').click();
  await button(page, 'Put the cast together').click();
  await expect(phone(page).getByRole('checkbox').first()).not.toBeChecked();
  await expect(button(page, /^Saved? /)).toBeHidden();
  const answer = await askSql(
    page,
    'SELECT count(*), count(DISTINCT production) FROM castings WHERE id > (SELECT max(id) - 3 FROM castings)',
  );
  await expect(answer.getByRole('row', { name: '3 1' })).toBeVisible();
});

test('a list is given a working list by touch, which outlasts a restart', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Screens');
  await page.getByRole('button', { name: /^Design Garments, List/ }).click();
  await page.getByRole('switch', { name: 'Rows can be put on a list' }).click();
  await choose(page, 'Saved as', 'Stock counts, by garment');
  await expect(page.getByRole('combobox', { name: 'How often it is on the list goes into' })).toHaveValue('t12-03');
  await go(page, 'Run');
  await phone(page)
    .getByRole('link', { name: /^Garments, / })
    .or(phone(page).getByRole('tab', { name: 'Garments' }))
    .first()
    .click();
  const put = phone(page).getByRole('button', { name: /^Put .* on the list$/ });
  await put.first().click();
  await put.first().click();
  await expect(button(page, 'Save 2 stock counts')).toBeVisible();
  await page.reload();
  await button(page, 'Sign in as Hesper Pellow').click();
  await phone(page).getByRole('tab', { name: 'Garments' }).click();
  await button(page, /^The list$/).click();
  await phone(page)
    .getByRole('button', { name: /^One more of / })
    .first()
    .click();
  await expect(phone(page).getByRole('heading', { name: '2 chosen, 3 times' })).toBeVisible();
  await page.keyboard.press('Escape');
  await button(page, 'Save 2 stock counts').click();
  await expect(button(page, 'Saved 2 stock counts')).toBeDisabled();
  const answer = await askSql(page, 'SELECT count(*), sum(times_seen) FROM stock_counts');
  await expect(answer.getByRole('row', { name: '2 3' })).toBeVisible();
});

test('a routine runs on several chosen rows as one, with one question and one undo', async ({ page }) => {
  await openDemo(page);
  if (!isWide(page)) await go(page, 'Run');
  await phone(page).getByRole('tab', { name: 'Garments' }).click();
  await button(page, 'More of Garments').click();
  await button(page, 'Choose several of Garments').click();
  for (const index of [0, 1, 3]) await phone(page).getByRole('checkbox').nth(index).click();
  await button(page, 'Run a routine on 3 garments').click();
  await button(page, 'Note a repair').click();
  await phone(page).getByRole('textbox', { name: 'Answer' }).fill('Burst at the back');
  await button(page, 'Go on').click();
  await expect(phone(page).getByText('Note a repair: 3 garments')).toBeVisible();
  const count = "SELECT count(*), count(DISTINCT garment) FROM repairs WHERE fault = 'Burst at the back'";
  await expect((await askSql(page, count)).getByRole('row', { name: '3 3' })).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect((await askSql(page, count)).getByRole('row', { name: '0 0' })).toBeVisible();
});
