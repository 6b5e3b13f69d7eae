import { expect, test, type BrowserContext, type Page } from '@playwright/test';
import { addRecord, addTable, go, isWide, newApp, openDemo, openList, phone, record } from './steps';

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
      const text = [...document.querySelectorAll('[role=status]')].map((element) => element.textContent ?? '').find((each) => each.startsWith('Saved'));
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
  await next.getByRole('textbox', { name: 'SQL' }).fill("SELECT count(*), max(id), sum(name = 'Note ' || id) FROM notes");
  await next.getByRole('button', { name: 'Run SQL' }).click();
  const cells = await next.getByRole('region', { name: 'Result' }).getByRole('cell').allTextContents();
  const [count, highest, whole] = cells.map(Number) as [number, number, number];
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
  await phone(second).getByRole('link', { name: /^Notes, 1/ }).click();
  await expect(record(second, 'From the first tab')).toBeVisible();
  await addRecord(second, 'Note', { Name: 'From the second' });
  await expect(phone(second).getByText('2 records')).toBeVisible();
  await page.getByRole('button', { name: 'Take over here' }).click();
  // The phone is where it was, with the rows of now.
  if (!isWide(page)) await go(page, 'Run');
  await expect(phone(page).getByText('2 records')).toBeVisible();
});

test('a store that is full refuses the write, says so, and shows nothing unsaved', async ({ page, context }) => {
  await failOnDemand(context);
  await smallApp(page);
  await addRecord(page, 'Note', { Name: 'Kept' });
  await expect(phone(page).getByText('1 record', { exact: true })).toBeVisible();
  await setFailing(page, true);
  await addRecord(page, 'Note', { Name: 'Refused' });
  await expect(phone(page).getByText('The browser has no room left for this app.', { exact: false })).toBeVisible();
  await expect(phone(page).getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('Refused');
  await setFailing(page, false);
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await expect(phone(page).getByText('2 records')).toBeVisible();
  await page.reload();
  if (!isWide(page)) await go(page, 'Run');
  await expect(phone(page).getByRole('link', { name: /^Notes, 2/ })).toBeVisible();
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
    const keys = await new Promise<IDBValidKey[]>((done) => (store.getAllKeys().onsuccess = (event) => done((event.target as IDBRequest).result)));
    const last = keys.map(String).filter((key) => key.startsWith('journal/')).sort().at(-1) as string;
    const value = await new Promise<string>((done) => (store.get(last).onsuccess = (event) => done((event.target as IDBRequest).result)));
    store.put(value.slice(0, value.length / 2), last);
    await new Promise((done) => (store.transaction.oncomplete = done));
    open.result.close();
  }, `fern-shelf-app-${appId}`);
  await page.goto(path);
  await expect(page.getByText('The last change could not be read', { exact: false })).toBeVisible();
  if (!isWide(page)) await go(page, 'Run');
  await expect(phone(page).getByRole('link', { name: /^Notes, 2/ })).toBeVisible();
});

test('shelf: rename, duplicate, take away, bring in, remove with undo; a broken file is refused at its place', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Shelf');
  await page.getByRole('button', { name: 'Rename Lantern Lane Playhouse' }).click();
  await page.getByRole('dialog').getByRole('textbox', { name: 'Name' }).fill('Lantern store');
  await page.getByRole('dialog').getByRole('button', { name: 'Rename' }).click();
  await page.getByRole('button', { name: 'Duplicate Lantern store' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Lantern store (copy)' })).toContainText('1,821 rows');
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Download the file of Lantern store', exact: true }).click()]);
  const file = await download.path();
  await page.getByRole('button', { name: 'Remove Lantern store', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Open Lantern store', exact: true })).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: 'Open Lantern store', exact: true })).toBeVisible();

  const choose = async (content: string | Buffer, name: string) => {
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: 'Open app file' }).click()]);
    await chooser.setFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
  };
  const { readFileSync } = await import('node:fs');
  const text = readFileSync(file, 'utf8');
  await choose(text, 'store.json');
  await expect(page.getByRole('link', { name: 'Open Lantern store', exact: true })).toHaveCount(2);

  const broken = JSON.parse(text);
  broken.definition.tables[2].columns[1].kind = 'decimel';
  await choose(JSON.stringify(broken), 'broken.json');
  await expect(page.getByText('The file cannot be read at file.definition.tables[2].columns[1].kind', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Dismiss' }).click();
  await choose(text.slice(0, 2000), 'cut.json');
  await expect(page.getByText(/The file cannot be read at line \d+, character \d+: this is not JSON/)).toBeVisible();
  await page.getByRole('button', { name: 'Dismiss' }).click();
  await choose(text.replace('"version": 1', '"version": 7'), 'newer.json');
  await expect(page.getByText('The file is of format version 7', { exact: false })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Open / })).toHaveCount(3);
});

/** Lets a test make the browser's storage refuse what the app's worker writes, as a full disk does. */
async function failOnDemand(context: BrowserContext) {
  await context.route('**/fernWorker-*.js', async (route) => {
    const response = await route.fetch();
    const guard = `
      const put = IDBObjectStore.prototype.put;
      let failing = false;
      new BroadcastChannel('test-failing').onmessage = ({ data }) => { failing = data; };
      IDBObjectStore.prototype.put = function (value, key) {
        if (failing) throw new DOMException('The disk is full', 'QuotaExceededError');
        return put.call(this, value, key);
      };\n`;
    await route.fulfill({ response, body: guard + (await response.text()) });
  });
}
async function setFailing(page: Page, failing: boolean) {
  await page.evaluate((value) => {
    const channel = new BroadcastChannel('test-failing');
    channel.postMessage(value);
    channel.close();
  }, failing);
}
