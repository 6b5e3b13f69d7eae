import { expect, type Locator, type Page } from '@playwright/test';

/** The bench phone of the page. */
export const phone = (page: Page) => page.getByRole('region', { name: 'Bench phone' });

export const isWide = (page: Page) => (page.viewportSize()?.width ?? 0) >= 1100;

const isRunning = (page: Page) => new URL(page.url()).pathname.endsWith('/run');

/** On a small screen the app runs alone; its handle brings the bench. */
export async function showBench(page: Page) {
  if (isWide(page) || !isRunning(page)) return;
  const handle = page.getByRole('button', { name: 'Show the bench' });
  await handle.or(page.getByRole('button', { name: 'Put the bench away' })).waitFor();
  if (await handle.isVisible()) await handle.click();
}

/** Presses a button of the bench, which goes away again on a small screen. */
export async function onBench(page: Page, name: string) {
  await showBench(page);
  await page.getByRole('button', { name }).click();
}

/** Goes to a place by its link, as people do; the address follows what is shown. */
export async function go(page: Page, place: 'Plan' | 'Screens' | 'Run' | 'Data' | 'Ship' | 'Shelf') {
  if (place === 'Run' && isRunning(page)) return;
  await showBench(page);
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: place }).click();
  await page.waitForURL(({ pathname }) => pathname.endsWith('/run') === (place === 'Run'));
}

/** Goes back by the browser's button, as soon as people do: the address bar follows what is shown some frames later. */
export async function goBack(page: Page) {
  await page.evaluate(`new Promise((done) => {
    const after = (frames) => (frames > 0 ? requestAnimationFrame(() => after(frames - 1)) : setTimeout(done, 200));
    after(4);
  })`);
  await page.goBack();
}

export async function newApp(page: Page, name: string) {
  await page.goto('/');
  await page.getByRole('button', { name: 'New app' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill(name);
  await page.getByRole('button', { name: 'Start blank' }).click();
  await expect(page.getByRole('heading', { name: 'Plan' })).toBeVisible();
}

export async function addTable(page: Page, name: string) {
  await page.getByRole('button', { name: 'Add table' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('textbox', { name: 'What does it hold?' }).fill(name);
  await sheet.getByRole('button', { name: 'Add table' }).click();
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();
}

/** Chooses one of several: in the browser's own list, or by typing where they are many. */
export async function choose(within: Page | Locator, label: string, option: string) {
  const page = 'goto' in within ? within : within.page();
  const few = within.getByRole('combobox', { name: label, exact: true });
  const many = within.getByRole('button', { name: new RegExp(`^${label}: `) });
  await few.or(many).waitFor();
  if (await few.isVisible()) return void (await few.selectOption(option));
  await many.click();
  await page.getByRole('combobox', { name: label, exact: true }).fill(option);
  await page.getByRole('option', { name: option, exact: true }).click();
}

/** Picks the kind of a column by typing it. */
export const pickKind = (within: Locator, kind: string) => choose(within, 'Kind', kind);

/** The list of what the place holds, on a wide screen. */
export const list = (page: Page) => page.getByRole('navigation', { name: 'What is here' });

/** A thing in that list, whatever else is said of it. */
export const listed = (page: Page, name: string) =>
  list(page)
    .getByRole('link', { name: new RegExp(`^${name}(, |$)`) })
    .first();

/** What is called otherwise in the list than where one chooses. */
const wholes: Record<string, string> = { Screens: 'All screens', Tables: 'All tables' };

/** Opens something of the place: from its list on a wide screen, otherwise by the choice or button of that name. */
export async function openHere(page: Page, name: string) {
  if (isWide(page)) return listed(page, wholes[name] ?? name).click();
  const choice = page.getByRole('radio', { name, exact: true });
  await choice
    .or(page.getByRole('button', { name, exact: true }))
    .first()
    .click();
}

/** Opens a table in Plan. */
export async function openTable(page: Page, name: string) {
  if (isWide(page)) return listed(page, name).click();
  await page.getByRole('link', { name: `Open ${name}`, exact: true }).click();
}

/** Shows the rows of a table in Data. */
export async function openRows(page: Page, table: string) {
  if (isWide(page)) return listed(page, table).click();
  await choose(page, 'Table', table);
}

/** What tells in a table's editor of which kind a column is. */
export const kindOf = (page: Page, column: string, kind: string) =>
  isWide(page)
    ? page.getByRole('button', { name: `Kind of ${column}: ${kind}`, exact: true })
    : page.getByText(kind, { exact: true });

/** Presses something that stands behind the menu of a view. */
export async function pressMore(page: Page, name: string) {
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('menuitem', { name }).click();
}

export async function addColumn(
  page: Page,
  name: string,
  kind: string,
  more?: (sheet: ReturnType<Page['getByRole']>) => Promise<void>,
) {
  await page.getByRole('button', { name: 'Add column' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('textbox', { name: 'Name' }).fill(name);
  await pickKind(sheet, kind);
  await more?.(sheet);
  await sheet.getByRole('button', { name: 'Add column' }).click();
  await expect(sheet).toBeHidden();
}

/** Shows the phone's list of a table: on a small screen the phone has a place of its own. */
export async function openList(page: Page, table: string) {
  if (!isWide(page)) await go(page, 'Run');
  await phone(page)
    .getByRole('link', { name: new RegExp(`^${table}`) })
    .click();
  await expect(phone(page).getByRole('heading', { name: table, exact: true })).toBeVisible();
}

export async function addRecord(
  page: Page,
  record: string,
  fields: Record<string, string>,
  button: 'Save' | 'Save and add next' = 'Save',
) {
  await phone(page)
    .getByRole('button', { name: `Add ${record}`, exact: true })
    .first()
    .click();
  for (const [label, value] of Object.entries(fields))
    await phone(page).getByRole('textbox', { name: label, exact: true }).fill(value);
  await phone(page).getByRole('button', { name: button, exact: true }).click();
  // A form that is saving closes by itself; what is pressed meanwhile is not meant for what lies below it.
  if (button === 'Save')
    await phone(page)
      .getByRole('heading', { name: /^New / })
      .waitFor({ state: 'hidden', timeout: 5000 })
      .catch(() => undefined);
}

export const record = (page: Page, name: string) => phone(page).getByRole('button', { name: new RegExp(`^${name}`) });

/** Installs the demo, waits until it runs and signs in. */
export async function openDemo(page: Page) {
  await page.goto('/demo');
  await phone(page).getByRole('button', { name: 'Sign in as Hesper Pellow' }).click({ timeout: 30_000 });
  await expect(phone(page).getByRole('link', { name: /^Garments, 400/ })).toBeVisible();
}

/** Asks the database of the bench phone in Data, and gives the table of what it answers. */
export async function askSql(page: Page, sql: string) {
  await go(page, 'Data');
  await openHere(page, 'SQL');
  await page.getByRole('textbox', { name: 'SQL' }).fill(sql);
  // What could be typed next would lie over the button.
  await page.getByRole('textbox', { name: 'SQL' }).press('Escape');
  await page.getByRole('button', { name: 'Run SQL' }).click();
  return page.getByRole('region', { name: 'Result' });
}
