import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { clean } from './axe';
import { addRecord, addTable, go, isWide, newApp, openDemo, openList, phone, record } from './steps';
import { makeTroublesome, trouble } from './trouble';

async function smallApp(page: Page) {
  await newApp(page, 'Burst');
  await addTable(page, 'Notes');
  await openList(page, 'Notes');
}
const appPath = (page: Page) => new URL(page.url()).pathname;

test('a page killed in a burst of writes loses nothing that it acknowledged', async ({ page, context }) => {
  await smallApp(page);
  await phone(page).getByRole('button', { name: 'Add Note', exact: true }).first().click();
  // The page notes each acknowledgement as it shows it, until it is killed without warning.
  const acknowledged: string[] = [];
  await page.exposeFunction('noteDown', (text: string) => acknowledged.push(text));
  await page.evaluate(() => {
    new MutationObserver(() => {
      const text = [...document.querySelectorAll('[role=status]')]
        .map((element) => element.textContent ?? '')
        .find((each) => each.startsWith('Saved'));
      if (text) void (window as unknown as { noteDown(text: string): void }).noteDown(text);
    }).observe(document.body, { subtree: true, childList: true, characterData: true });
  });
  const name = phone(page).getByRole('textbox', { name: 'Name', exact: true });
  const burst = (async () => {
    for (let number = 1; number <= 200; number++) {
      await name.fill(`Note ${number}`);
      await phone(page).getByRole('button', { name: 'Save and add next' }).click();
      await expect(name).toHaveValue('');
    }
  })().catch(() => undefined);
  await expect.poll(() => acknowledged.length, { timeout: 20_000 }).toBeGreaterThan(12);
  const path = appPath(page);
  const session = await context.newCDPSession(page);
  void session.send('Page.crash').catch(() => undefined);
  await burst;
  const last = Math.max(...acknowledged.map((text) => Number(/Note (\d+)/.exec(text)?.[1] ?? 0)));

  const next = await context.newPage();
  await next.goto(path.replace(/\w+$/, 'data'));
  const rows = next.getByRole('region', { name: 'Rows of Notes' });
  await expect(rows).toBeVisible({ timeout: 20_000 });
  await expect(next.getByText(/Rows 1 to/)).toBeVisible();
  await next.getByRole('radio', { name: 'SQL', exact: true }).click();
  await next
    .getByRole('textbox', { name: 'SQL' })
    .fill("SELECT count(*), max(id), sum(name = 'Note ' || id) FROM notes");
  await next.getByRole('button', { name: 'Run SQL' }).click();
  const cells = next.getByRole('region', { name: 'Result' }).getByRole('cell');
  await expect(cells).toHaveCount(3);
  const [count, highest, whole] = (await cells.allTextContents()).map(Number) as [number, number, number];
  expect(count).toBeGreaterThanOrEqual(last);
  // At most the one write that was on its way is there beyond what was acknowledged, and every row is whole.
  expect(count).toBeLessThanOrEqual(last + 1);
  expect(highest).toBe(count);
  expect(whole).toBe(count);
});

test('two tabs never write one database', async ({ page, context }) => {
  await smallApp(page);
  await addRecord(page, 'Note', { Name: 'From the first tab' });
  await expect(phone(page).getByText('1 record', { exact: true })).toBeVisible();
  const second = await context.newPage();
  await second.goto(appPath(page));
  await expect(second.getByRole('heading', { name: 'This app is open in another tab' })).toBeVisible();
  await second.getByRole('button', { name: 'Take over here' }).click();
  await expect(page.getByRole('heading', { name: 'This app is open in another tab' })).toBeVisible();
  if (!isWide(second)) await go(second, 'Run');
  await phone(second)
    .getByRole('link', { name: /^Notes, 1/ })
    .click();
  await expect(record(second, 'From the first tab')).toBeVisible();
  await addRecord(second, 'Note', { Name: 'From the second' });
  await expect(phone(second).getByText('2 records')).toBeVisible();
  await page.getByRole('button', { name: 'Take over here' }).click();
  // The phone is where it was, with the rows of now.
  if (!isWide(page)) await go(page, 'Run');
  await expect(phone(page).getByText('2 records')).toBeVisible();
});

test('a store that is full refuses the write, says so, and shows nothing unsaved', async ({ page, context }) => {
  await makeTroublesome(context);
  await smallApp(page);
  await addRecord(page, 'Note', { Name: 'Kept' });
  await expect(phone(page).getByText('1 record', { exact: true })).toBeVisible();
  await trouble(page, { full: true });
  await addRecord(page, 'Note', { Name: 'Refused' });
  await expect(phone(page).getByText('The browser has no room left for this app.', { exact: false })).toBeVisible();
  await expect(phone(page).getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Refused');
  await trouble(page, { full: false });
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await expect(phone(page).getByText('2 records')).toBeVisible();
  await page.reload();
  if (!isWide(page)) await go(page, 'Run');
  await expect(phone(page).getByRole('link', { name: /^Notes, 2/ })).toBeVisible();
});

test('a tab that does not answer loses its app to the one that takes over, and writes nothing more', async ({
  page,
  context,
}) => {
  await makeTroublesome(context);
  await smallApp(page);
  await addRecord(page, 'Note', { Name: 'Before' });
  await expect(phone(page).getByText('1 record', { exact: true })).toBeVisible();
  const second = await context.newPage();
  await second.goto(appPath(page));
  await expect(second.getByRole('heading', { name: 'This app is open in another tab' })).toBeVisible();
  // The first tab stands still in the midst of a write.
  await phone(page).getByRole('button', { name: 'Add Note', exact: true }).first().click();
  await phone(page).getByRole('textbox', { name: 'Name', exact: true }).fill('On its way');
  await trouble(page, { sleep: 9000 });
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await second.getByRole('button', { name: 'Take over here' }).click();
  if (!isWide(second)) await go(second, 'Run');
  await phone(second)
    .getByRole('link', { name: /^Notes, 1/ })
    .click({ timeout: 20_000 });
  await addRecord(second, 'Note', { Name: 'From the second' });
  await expect(phone(second).getByText('2 records')).toBeVisible();
  // It wakes, hears that it lost the app, and what it was about to write is not there.
  await expect(page.getByRole('heading', { name: 'This app is open in another tab' })).toBeVisible({ timeout: 20_000 });
  await second.reload();
  await phone(second)
    .getByRole('link', { name: /^Notes, 2/ })
    .click();
  await expect(record(second, 'On its way')).toBeHidden();
  await expect(record(second, 'From the second')).toBeVisible();
});

test('where storage no longer answers, the app says that it does not know, and opening it again shows', async ({
  page,
  context,
}) => {
  await makeTroublesome(context);
  await smallApp(page);
  await addRecord(page, 'Note', { Name: 'Kept' });
  await expect(phone(page).getByText('1 record', { exact: true })).toBeVisible();
  await trouble(page, { dead: true });
  await phone(page).getByRole('button', { name: 'Add Note', exact: true }).first().click();
  await phone(page).getByRole('textbox', { name: 'Name', exact: true }).fill('Who knows');
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Was the last change saved?' })).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText('Everything saved before is still there.', { exact: false })).toBeVisible();
  await clean(page);
  await trouble(page, { dead: false });
  await page.getByRole('button', { name: 'Open it again' }).click();
  if (!isWide(page)) await go(page, 'Run');
  // It was not; what was typed is still there.
  await expect(phone(page).getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Who knows');
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await expect(phone(page).getByText('2 records')).toBeVisible();
});

test('a torn last entry is noticed, and everything before it is there', async ({ page }) => {
  await smallApp(page);
  for (const name of ['One', 'Two', 'Three']) await addRecord(page, 'Note', { Name: name });
  await expect(phone(page).getByText('3 records')).toBeVisible();
  const appId = appPath(page).split('/')[2];
  const path = appPath(page);
  await page.goto('/favicon.svg');
  await page.evaluate(async (name) => {
    const open = indexedDB.open(name);
    await new Promise((done) => (open.onsuccess = done));
    const store = open.result.transaction('entries', 'readwrite').objectStore('entries');
    const keys = await new Promise<IDBValidKey[]>(
      (done) => (store.getAllKeys().onsuccess = (event) => done((event.target as IDBRequest).result)),
    );
    const last = keys
      .map(String)
      .filter((key) => key.startsWith('journal/'))
      .sort()
      .at(-1) as string;
    const value = await new Promise<string>(
      (done) => (store.get(last).onsuccess = (event) => done((event.target as IDBRequest).result)),
    );
    store.put(value.slice(0, value.length / 2), last);
    await new Promise((done) => (store.transaction.oncomplete = done));
    open.result.close();
  }, `fern-shelf-app-${appId}`);
  await page.goto(path);
  await expect(
    page
      .getByRole('region', { name: 'What opening found' })
      .getByText('The last change could not be read or made again', { exact: false }),
  ).toBeVisible();
  await clean(page);
  const [aside] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Take away what was put aside' }).click(),
  ]);
  expect(readFileSync(await aside.path(), 'utf8')).toContain('journal/');
  await page.getByRole('button', { name: 'Understood' }).click();
  await expect(page.getByRole('region', { name: 'What opening found' })).toBeHidden();
  if (!isWide(page)) await go(page, 'Run');
  await expect(phone(page).getByRole('link', { name: /^Notes, 2/ })).toBeVisible();
  // It is told once.
  await page.reload();
  await expect(phone(page).getByRole('link', { name: /^Notes, 2/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'What opening found' })).toBeHidden();
});

test('shelf: rename, duplicate, take away, bring in, remove with undo; a broken file is refused at its place', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, 'Shelf');
  await page.getByRole('button', { name: 'Rename Lantern Lane Playhouse' }).click();
  await page.getByRole('dialog').getByRole('textbox', { name: 'Name' }).fill('Lantern store');
  await page.getByRole('dialog').getByRole('button', { name: 'Rename' }).click();
  await page.getByRole('button', { name: 'Duplicate Lantern store' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Lantern store (copy)' })).toContainText('1,821 rows');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download the file of Lantern store', exact: true }).click(),
  ]);
  const file = await download.path();
  await page.getByRole('button', { name: 'Remove Lantern store', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Open Lantern store', exact: true })).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: 'Open Lantern store', exact: true })).toBeVisible();

  const choose = async (content: string | Buffer, name: string) => {
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByRole('button', { name: 'Open app file' }).click(),
    ]);
    await chooser.setFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
  };
  const text = readFileSync(file, 'utf8');
  await choose(text, 'store.json');
  await expect(page.getByRole('link', { name: 'Open Lantern store', exact: true })).toHaveCount(2);

  const broken = JSON.parse(text);
  broken.definition.tables[2].columns[1].kind = 'decimel';
  await choose(JSON.stringify(broken), 'broken.json');
  await expect(
    page.getByText('The file cannot be read at file.definition.tables[2].columns[1].kind', { exact: false }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Dismiss' }).click();
  await choose(text.slice(0, 2000), 'cut.json');
  await expect(page.getByText(/The file cannot be read at line \d+, character \d+: this is not JSON/)).toBeVisible();
  await page.getByRole('button', { name: 'Dismiss' }).click();
  await choose(text.replace('"version": 1', '"version": 7'), 'newer.json');
  await expect(page.getByText('The file is of format version 7', { exact: false })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Open / })).toHaveCount(3);
});
