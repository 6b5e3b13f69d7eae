import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { clean } from './axe';
import { addRecord, addTable, go, isWide, newApp, openDemo, openList, phone, pickKind, record } from './steps';

const shelfItem = (page: Page, name: string) =>
  page.getByRole('listitem').filter({ has: page.getByRole('link', { name: `Open ${name}`, exact: true }) });
const storage = (page: Page) => page.getByRole('region', { name: 'Storage' });

async function backUp(page: Page): Promise<Buffer> {
  await storage(page).getByRole('button', { name: 'Back up the shelf' }).click();
  const sheet = page.getByRole('dialog');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    sheet.getByRole('button', { name: 'Make the backup' }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/^fern-shelf-\d{4}-\d{2}-\d{2}\.zip$/);
  await expect(sheet.getByText(/^The backup is in your downloads, /)).toBeVisible();
  await clean(page);
  await sheet.getByRole('button', { name: 'Done' }).click();
  return readFileSync(await download.path());
}

async function choose(page: Page, button: string, name: string, buffer: Buffer) {
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: button }).click(),
  ]);
  await chooser.setFiles({ name, mimeType: 'application/octet-stream', buffer });
}

test('the shelf goes into one file and comes back: as a copy, in place, and on a shelf that is empty', async ({
  page,
  browser,
}) => {
  await newApp(page, 'Reading room');
  await addTable(page, 'Books');
  await openList(page, 'Books');
  await addRecord(page, 'Book', { Name: 'Nettle and Thorn' });
  await expect(phone(page).getByText('1 record', { exact: true })).toBeVisible();
  await go(page, 'Shelf');
  await expect(storage(page).getByText(/^[\d.]+ [kM]B used of /)).toBeVisible();
  await expect(storage(page).getByText('Never backed up.')).toBeVisible();
  const file = await backUp(page);
  await expect(storage(page).getByText(/^Last backed up /)).toBeVisible();

  await page.getByRole('link', { name: 'Open Reading room', exact: true }).click();
  await openList(page, 'Books');
  await addRecord(page, 'Book', { Name: 'Added since' });
  await expect(phone(page).getByText('2 records')).toBeVisible();
  await go(page, 'Shelf');
  await choose(page, 'Bring back a backup', 'shelf.zip', file);
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByText(/1 table, 1 row, .* It is on the shelf, too\./)).toBeVisible();
  await expect(sheet.getByRole('radio', { name: 'Leave it out' })).toBeChecked();
  await clean(page);
  await expect(sheet.getByRole('button', { name: 'Bring back 0 apps' })).toBeDisabled();
  await sheet.getByRole('radio', { name: 'As a copy' }).click();
  await sheet.getByRole('button', { name: 'Bring back 1 app' }).click();
  await sheet.getByRole('button', { name: 'Done' }).click();
  await expect(shelfItem(page, 'Reading room')).toContainText('2 rows');
  await expect(shelfItem(page, 'Reading room (copy)')).toContainText('1 row');

  // Dropped on the page it is looked into as well.
  await page.evaluate(
    (bytes) => {
      const dataTransfer = new DataTransfer();
      dataTransfer.items.add(new File([new Uint8Array(bytes)], 'shelf.zip'));
      for (const type of ['dragenter', 'dragover', 'drop'])
        document.body.dispatchEvent(new DragEvent(type, { bubbles: true, cancelable: true, dataTransfer }));
    },
    [...file],
  );
  await sheet.getByRole('radio', { name: 'In place of the one here' }).click();
  await sheet.getByRole('button', { name: 'Bring back 1 app' }).click();
  await expect(sheet.getByText('On the shelf: Reading room.')).toBeVisible();
  await sheet.getByRole('button', { name: 'Done' }).click();
  await expect(shelfItem(page, 'Reading room')).toContainText('1 row');
  await expect(page.getByRole('button', { name: 'Bring back Reading room (before the backup)' })).toBeVisible();
  await clean(page);

  // Elsewhere, with its history.
  const other = await (await browser.newContext({ viewport: page.viewportSize() })).newPage();
  await other.goto('/');
  await choose(other, 'Bring back a backup', 'shelf.zip', file);
  await expect(other.getByRole('dialog').getByRole('radio', { name: 'Bring it back' })).toBeChecked();
  await other.getByRole('dialog').getByRole('button', { name: 'Bring back 1 app' }).click();
  await other.getByRole('dialog').getByRole('button', { name: 'Done' }).click();
  await other.getByRole('link', { name: 'Open Reading room', exact: true }).click();
  await other.getByRole('button', { name: 'Undo: Saved Nettle and Thorn' }).click();
  await openList(other, 'Books');
  await expect(phone(other).getByText('There are no books yet.')).toBeVisible();
  await other.context().close();
});

test('a file that is no backup is refused, and one that is cut off too', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Shelf');
  const file = await backUp(page);
  for (const [name, content] of [
    ['text.zip', Buffer.from('This is no archive.')],
    ['cut.zip', file.subarray(0, file.length / 2)],
  ] as const) {
    await choose(page, 'Bring back a backup', name, content);
    await expect(page.getByText('The file cannot be read', { exact: false })).toBeVisible();
    await page.getByRole('button', { name: 'Dismiss' }).click();
  }
  await expect(shelfItem(page, 'Lantern Lane Playhouse')).toHaveCount(1);
});

test('the browser is asked to keep what is stored at the first save, and not again', async ({ page, context }) => {
  const asked: string[] = [];
  await page.exposeFunction('noteAsked', () => void asked.push(new URL(page.url()).pathname));
  await page.addInitScript(
    'const { persist } = StorageManager.prototype; StorageManager.prototype.persist = function () { void window.noteAsked(); return persist.call(this); };',
  );
  await page.goto('/');
  await expect(storage(page).getByText('The browser does not promise to keep it', { exact: false })).toBeVisible();
  expect(asked).toEqual([]);
  await newApp(page, 'Safe');
  await addTable(page, 'Keys');
  await openList(page, 'Keys');
  for (const name of ['Front door', 'Cellar']) {
    await addRecord(page, 'Key', { Name: name });
    await expect(record(page, name)).toBeVisible();
  }
  expect(asked.length).toBe(1);
  // Once it is asked for with a tap, and the person allows it.
  await go(page, 'Shelf');
  const session = await context.newCDPSession(page);
  const { targetInfo } = await session.send('Target.getTargetInfo');
  await session.send('Browser.grantPermissions', {
    permissions: ['durableStorage'],
    browserContextId: targetInfo.browserContextId,
  });
  await storage(page).getByRole('button', { name: 'Ask the browser to keep it' }).click();
  await expect(storage(page).getByText('The browser promises to keep it.')).toBeVisible();
  await expect(storage(page).getByRole('button', { name: 'Ask the browser to keep it' })).toBeHidden();
  expect(asked.length).toBe(2);
});

test('an app file that breaks a limit is opened mended, when that is wanted', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Shelf');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download the file of Lantern Lane Playhouse', exact: true }).click(),
  ]);
  const app = JSON.parse(readFileSync(await download.path(), 'utf8'));
  app.definition.name = 'Mended Lane';
  app.definition.tables
    .find(({ name }: { name: string }) => name === 'Garments')
    .columns.find(({ name }: { name: string }) => name === 'Condition').choices[0] = 'x'.repeat(120);
  await choose(page, 'Open app file', 'long.json', Buffer.from(JSON.stringify(app)));
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByRole('heading', { name: 'This file cannot be opened as it is' })).toBeVisible();
  await expect(sheet.getByRole('listitem')).toHaveText([
    'Garments › Condition: choices › 1: at most 80 characters; it was cut.',
    // They are told by what differs from the plan that was in the file.
    'The releases could not be read; they were left out.',
  ]);
  await clean(page);
  await sheet.getByRole('button', { name: 'Close' }).click();
  await expect(shelfItem(page, 'Mended Lane')).toHaveCount(0);
  await choose(page, 'Open app file', 'long.json', Buffer.from(JSON.stringify(app)));
  await sheet.getByRole('button', { name: 'Open it mended' }).click();
  await page.getByRole('link', { name: 'Open Mended Lane', exact: true }).click();
  if (!isWide(page)) await go(page, 'Run');
  await expect(phone(page).getByRole('button', { name: 'Sign in as Hesper Pellow' })).toBeVisible();
});

test('forms show their limits while one types', async ({ page }) => {
  await newApp(page, 'Limits');
  await addTable(page, 'Hats');
  await page.getByRole('button', { name: 'Add column' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('textbox', { name: 'Name' }).fill('State');
  await pickKind(sheet, 'Choice');
  await sheet.getByRole('textbox', { name: 'Choices' }).fill(`Sharp\n${'x'.repeat(81)}`);
  await expect(sheet.getByText(/^A choice has at most 80 characters; “x+…” has 81\.$/)).toBeVisible();
  await expect(sheet.getByRole('button', { name: 'Add column' })).toBeDisabled();
  await sheet.getByRole('textbox', { name: 'Choices' }).fill('Sharp\nBlunt');
  await expect(sheet.getByRole('button', { name: 'Add column' })).toBeEnabled();
  await sheet.getByRole('textbox', { name: 'Name' }).fill('n'.repeat(200));
  await expect(sheet.getByRole('button', { name: 'Add column' })).toBeDisabled();
});

test('a notice that comes leaves the one before its way back, and what was undone elsewhere is not told any more', async ({
  page,
}) => {
  await newApp(page, 'Notices');
  await addTable(page, 'Hats');
  await openList(page, 'Hats');
  for (const name of ['Bowler', 'Cap']) await addRecord(page, 'Hat', { Name: name });
  await expect(phone(page).getByText('2 records')).toBeVisible();
  // One right after the other, as a thumb does.
  for (const name of ['Bowler', 'Cap']) {
    await record(page, name).focus();
    await page.keyboard.press('Delete');
    await expect(phone(page).getByText(`Deleted ${name}`)).toBeVisible();
  }
  await phone(page).getByRole('button', { name: 'Earlier' }).click();
  await expect(phone(page).getByText('Deleted Bowler')).toBeVisible();
  await phone(page).getByRole('button', { name: 'Undo' }).click();
  await expect(record(page, 'Bowler')).toBeVisible();
  await expect(record(page, 'Cap')).toBeHidden();
  await expect(phone(page).getByText('Deleted Bowler')).toBeHidden();
  await addRecord(page, 'Hat', { Name: 'Beret' });
  await expect(phone(page).getByText('Saved Beret')).toBeVisible();
  await go(page, 'Plan');
  await page.getByRole('button', { name: 'Undo: Saved Beret' }).click();
  if (!isWide(page)) await go(page, 'Run');
  await expect(phone(page).getByText('1 record', { exact: true })).toBeVisible();
  await expect(phone(page).getByText('Saved Beret')).toBeHidden();
});
