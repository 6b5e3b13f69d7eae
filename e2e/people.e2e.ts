import { expect, test } from '@playwright/test';
import {
  addColumn,
  addRecord,
  addTable,
  askSql,
  go,
  isWide,
  newApp,
  onBench,
  openDemo,
  openHere,
  openList,
  openTable,
  phone,
  pressMore,
  record,
} from './steps';

const signIn = (name: string) => ({ name: `Sign in as ${name}` });

test('people: a sign-in, rows only for their owner, a private note, and a PIN', async ({ page }) => {
  await newApp(page, 'Workshop');
  await addTable(page, 'Errands');
  await openHere(page, 'All tables');
  await page.getByRole('button', { name: 'People', exact: true }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('textbox', { name: 'What it holds' }).fill('Workers');
  await sheet.getByRole('button', { name: 'Add people' }).click();
  await expect(sheet).toBeHidden();

  // Nobody is there yet: the first adds themselves, then signs in.
  const toPhone = async () => void (isWide(page) || (await go(page, 'Run')));
  await toPhone();
  await expect(phone(page).getByText('There are no workers yet. Add the first to sign in.')).toBeVisible();
  for (const name of ['Ada', 'Bram']) await addRecord(page, 'Worker', { Name: name });
  await phone(page).getByRole('button', signIn('Ada')).click();
  await expect(phone(page).getByText('Signed in as Ada')).toBeVisible();
  await phone(page)
    .getByRole('link', { name: /^Errands/ })
    .click();
  await addRecord(page, 'Errand', { Name: 'Buy thread' });

  // The row that is there becomes Ada's; its private note is hers alone.
  await go(page, 'Plan');
  await openTable(page, 'Errands');
  await pressMore(page, 'Whose rows these are');
  await sheet.getByRole('radio', { name: 'Only its owner' }).click();
  await expect(sheet.getByText('1 of 1 row of Errands belongs to nobody yet')).toBeVisible();
  await sheet.getByRole('radio', { name: 'Ada' }).click();
  await sheet.getByRole('button', { name: 'Save' }).click();
  await expect(sheet).toBeHidden();
  await openHere(page, 'All tables');
  await addTable(page, 'Tools');
  await addColumn(page, 'Private note', 'Text', (open) =>
    open.getByRole('switch', { name: 'One value for each person' }).click(),
  );
  if (!isWide(page)) await go(page, 'Run');
  await expect(record(page, 'Buy thread')).toBeVisible();
  await phone(page).getByRole('button', { name: 'Back' }).click();
  await phone(page)
    .getByRole('link', { name: /^Tools/ })
    .click();
  await addRecord(page, 'Tool', { Name: 'Bow saw', 'Private note': 'blunt, do not say' });
  await phone(page).getByRole('button', { name: 'Back' }).click();
  await phone(page).getByRole('button', { name: 'Set a PIN' }).click();
  await phone(page).getByRole('textbox', { name: 'New PIN' }).fill('24');
  await phone(page).getByRole('button', { name: 'Save PIN' }).click();
  await expect(phone(page).getByText('A PIN has four to eight digits.')).toBeVisible();
  await phone(page).getByRole('textbox', { name: 'New PIN' }).fill('2468');
  await phone(page).getByRole('button', { name: 'Save PIN' }).click();
  await expect(phone(page).getByText('From now on the PIN is asked for.')).toBeVisible();
  await phone(page).getByRole('button', { name: 'Sign out' }).click();

  // Bram finds neither.
  await phone(page).getByRole('button', signIn('Bram')).click();
  await expect(phone(page).getByRole('link', { name: 'Errands, 0 records' })).toBeVisible();
  await phone(page)
    .getByRole('link', { name: /^Tools/ })
    .click();
  await record(page, 'Bow saw').click();
  await expect(phone(page).getByText('Private note')).toBeVisible();
  await expect(phone(page).getByText('blunt, do not say')).toBeHidden();
  await phone(page).getByRole('button', { name: 'Back' }).click();
  await phone(page).getByRole('button', { name: 'Back' }).click();
  await phone(page).getByRole('button', { name: 'Sign out' }).click();

  // Ada's PIN is asked for; a wrong one says so.
  await phone(page).getByRole('button', signIn('Ada')).click();
  await phone(page).getByRole('textbox', { name: 'PIN of Ada' }).fill('1111');
  await phone(page).getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(phone(page).getByText('This is not the PIN of Ada. Type it again.')).toBeVisible();
  await phone(page).getByRole('textbox', { name: 'PIN of Ada' }).fill('2468');
  await phone(page).getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(phone(page).getByRole('link', { name: 'Errands, 1 records' })).toBeVisible();

  // What is stored: hashed, apart, and each with its owner.
  await expect(
    await askSql(
      page,
      "SELECT w._pin LIKE 'pbkdf2-sha256$%', e._owner, n.private_note FROM workers w JOIN errands e ON e._owner = w.id JOIN tools_by_person n ON n._person = w.id",
    ),
  ).toContainText('11blunt, do not say');
});

test('a picture and a file are taken into a record, shown, and kept through a restart', async ({ page }) => {
  await newApp(page, 'Workshop');
  await addTable(page, 'Tools');
  await addColumn(page, 'Photo', 'Picture');
  await addColumn(page, 'Manual', 'File');
  await openList(page, 'Tools');
  await phone(page).getByRole('button', { name: 'Add Tool', exact: true }).first().click();
  await phone(page).getByRole('textbox', { name: 'Name', exact: true }).fill('Bow saw');
  const drawn = await page.screenshot();
  const choose = async (button: RegExp, file: { name: string; mimeType: string; buffer: Buffer }) => {
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      phone(page).getByRole('button', { name: button }).click(),
    ]);
    await chooser.setFiles(file);
  };
  await choose(/(Choose|Replace) picture/, {
    name: 'saw.png',
    mimeType: 'image/png',
    buffer: Buffer.from('no picture at all'),
  });
  await expect(phone(page).getByText(/saw.png is no picture that can be read here/)).toBeVisible();
  await choose(/(Choose|Replace) picture/, { name: 'saw.png', mimeType: 'image/png', buffer: drawn });
  await expect(phone(page).getByRole('img', { name: 'Photo' })).toBeVisible();
  await choose(/Choose file/, { name: 'care.txt', mimeType: 'text/plain', buffer: Buffer.from('Oil the blade.') });
  await expect(phone(page).getByText(/care.txt/)).toBeVisible();
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await go(page, 'Run');
  await onBench(page, 'Restart the app');
  await openList(page, 'Tools');
  await record(page, 'Bow saw').click();
  await expect(phone(page).getByRole('img', { name: 'Photo' })).toBeVisible();
  await expect(phone(page).getByRole('button', { name: /Open Manual: care.txt/ })).toBeVisible();
  await expect(await askSql(page, 'SELECT length(photo) BETWEEN 100 AND 400000 AS fits FROM tools')).toContainText(
    'fits1',
  );
});

test('the demo’s three workers each see their own errands', async ({ page }) => {
  await openDemo(page);
  await expect(phone(page).getByRole('link', { name: 'Errands, 6 records' })).toBeVisible();
  await phone(page).getByRole('button', { name: 'Sign out' }).click();
  await expect(phone(page).getByRole('button', { name: /^Sign in as/ })).toHaveCount(3);
  await phone(page).getByRole('button', signIn('Nerys Quarrie')).click();
  await expect(phone(page).getByRole('link', { name: 'Errands, 6 records' })).toBeVisible();
});
