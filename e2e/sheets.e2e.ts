import { expect, type Page, test } from '@playwright/test';
import { go, isWide, openDemo, openHere, openTable, pressMore } from './steps';

/** Opens something, sees that it has the focus, and that Escape closes it and gives the focus back to the page. */
async function holdsFocus(page: Page, name: string, open: () => Promise<void>) {
  await open();
  const sheet = page.getByRole('dialog').last();
  await expect(sheet).toBeVisible();
  const isWithin = () =>
    page.evaluate(
      () => [...document.querySelectorAll('[role=dialog]')].at(-1)?.contains(document.activeElement) ?? false,
    );
  await expect.poll(isWithin, { message: `the focus is in ${name}` }).toBe(true);
  // It goes round in what lies over the page; a pane beside its place can be left.
  if (!isWide(page)) {
    for (let tabs = 0; tabs < 4; tabs++) await page.keyboard.press('Tab');
    expect(await isWithin(), `the focus stays in ${name}`).toBe(true);
  }
  // From within a field too.
  const field = sheet.getByRole('textbox').first();
  if (await field.isVisible().catch(() => false)) await field.focus();
  await page.keyboard.press('Escape');
  await expect(sheet, `Escape closes ${name}`).toBeHidden();
}

test('every sheet takes the focus, lets it go by Escape, also from within a field', async ({ page }) => {
  test.setTimeout(120_000);
  await page.goto('/');
  const press = (name: string) => () => page.getByRole('button', { name, exact: true }).first().click();
  const more = (name: string) => () => pressMore(page, name);
  await holdsFocus(page, 'New app', press('New app'));
  await expect(page.getByRole('button', { name: 'New app' })).toBeFocused();

  await openDemo(page);
  await go(page, 'Plan');
  await holdsFocus(page, 'Add table', press('Add table'));
  await openTable(page, 'Repairs');
  for (const name of ['Add column', 'Add computed column', 'Add link', 'Add key']) {
    await holdsFocus(page, name, press(name));
    // Where one has come back to, the button that opened it is.
    await expect(page.getByRole('heading', { name: 'Repairs', level: 1 })).toBeVisible();
  }
  for (const name of ['What names a record', 'Names and heading', 'Whose rows these are'])
    await holdsFocus(page, name, more(name));
  await holdsFocus(page, 'Paste', async () => {
    await page.getByRole('button', { name: 'More', exact: true }).click();
    await page.getByRole('menuitem', { name: 'Paste what was copied' }).click();
  });

  await go(page, 'Screens');
  if (isWide(page)) await openHere(page, 'Screens');
  await holdsFocus(page, 'Add screen', press('Add screen'));
  for (const name of ['Start and frame', 'Look of the app']) await holdsFocus(page, name, () => openHere(page, name));
  await holdsFocus(page, 'Keys', () => page.keyboard.press('?'));
});
