import { expect, test } from '@playwright/test';
import { clean } from './axe';
import {
  addTable,
  go,
  goBack,
  isWide,
  list,
  listed,
  newApp,
  openDemo,
  openTable,
  phone,
  pickKind,
  pressMore,
  record,
  showBench,
} from './steps';

test('the first minute: a table is typed, runs at once, and holds a record of one’s own', async ({ page }) => {
  await page.goto('/');
  const begin = page.getByRole('region', { name: 'Begin' });
  await expect(begin.getByRole('button', { name: 'Make it run' })).toBeDisabled();
  await clean(page);
  await begin
    .getByRole('textbox', { name: 'A table and its columns' })
    .fill('tools: name, price money, state good/worn');
  await expect(begin.getByText('Tools with Name, text; Price, money; State, choice.')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Tools', level: 1 })).toBeVisible();
  if (!isWide(page)) await go(page, 'Run');
  await phone(page)
    .getByRole('link', { name: /^Tools, 0/ })
    .click();
  await phone(page).getByRole('button', { name: 'Add Tool', exact: true }).first().click();
  await phone(page).getByRole('textbox', { name: 'Name', exact: true }).fill('Bow saw');
  await phone(page).getByRole('textbox', { name: 'Price' }).fill('24.50');
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await expect(record(page, 'Bow saw')).toBeVisible();
});

test('a file that is dropped anywhere is read, on the shelf and in an app', async ({ page }) => {
  const drop = (name: string, text: string) =>
    page.evaluate(
      ([called, content]) => {
        const dataTransfer = new DataTransfer();
        dataTransfer.items.add(new File([content ?? ''], called ?? '', { type: 'text/csv' }));
        for (const type of ['dragenter', 'dragover', 'drop'])
          document.body.dispatchEvent(new DragEvent(type, { bubbles: true, cancelable: true, dataTransfer }));
      },
      [name, text],
    );
  await page.goto('/');
  await expect(page.getByRole('region', { name: 'Begin' })).toBeVisible();
  await drop('plants.csv', 'name,sown\nBeans,2026-03-01\nPeas,2026-03-02\n');
  const sheet = page.getByRole('dialog');
  await expect(sheet.getByText(/plants/i).first()).toBeVisible();
  await sheet.getByRole('button', { name: 'Make the app' }).click();
  await expect(sheet.getByRole('button', { name: 'Open the app' })).toBeVisible();
  await sheet.getByRole('button', { name: 'Open the app' }).click();
  await expect(page.getByRole('main')).toBeVisible();
  await drop('beds.csv', 'name\nNorth\n');
  await expect(page.getByRole('dialog').getByText(/beds/i).first()).toBeVisible();
});

test('each open thing has an address: back, forward and a reload lead to it, and the tab says which it is', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, 'Plan');
  await openTable(page, 'Garments');
  await expect(page).toHaveTitle('Garments · Lantern Lane Playhouse');
  await page.getByRole('button', { name: 'Edit Tag' }).click();
  const sheet = page.getByRole('dialog', { name: 'Column Tag' });
  await expect(sheet).toBeVisible();
  await expect(page).toHaveTitle('Tag, Garments · Lantern Lane Playhouse');
  await goBack(page);
  await expect(sheet).toBeHidden();
  await page.goForward();
  await expect(sheet).toBeVisible();
  await page.reload();
  await expect(sheet).toBeVisible();
  // Closing leads back to what it was opened from, and gives the focus back where it still can.
  await sheet.getByRole('button', { name: 'Close' }).click();
  await expect(sheet).toBeHidden();
  await page.getByRole('button', { name: 'Edit Tag' }).click();
  await page.keyboard.press('Escape');
  await expect(sheet).toBeHidden();
  await expect(page.getByRole('button', { name: 'Edit Tag' })).toBeFocused();
  // A double tap opens once: one step back leads to what was there before.
  await page.getByRole('button', { name: 'Edit Condition' }).dblclick();
  await expect(page).toHaveTitle('Condition, Garments · Lantern Lane Playhouse');
  await goBack(page);
  await expect(page).toHaveTitle('Garments · Lantern Lane Playhouse');
  await expect(page.getByRole('dialog')).toBeHidden();
  // A place shows what was open in it; an address of nothing is the plan.
  await go(page, 'Data');
  await go(page, 'Plan');
  await expect(page.getByRole('heading', { name: 'Garments', level: 1 })).toBeVisible();
  await page.goto('/apps/lantern-lane/nothing/there');
  await expect(page.getByRole('heading', { name: 'Plan', level: 1 })).toBeVisible();
});

test('two steps back are taken one after the other, also where the browser takes its time over the first', async ({
  page,
}) => {
  test.skip(isWide(page), 'beside the list there is no second step back');
  await page.addInitScript(() => {
    const back = history.back.bind(history);
    const by = history.go.bind(history);
    history.back = () => void setTimeout(back, 400);
    history.go = (steps) => void setTimeout(() => by(steps), 400);
  });
  await openDemo(page);
  await go(page, 'Screens');
  const design = page.getByRole('button', { name: /^Design Start, Menu/ });
  for (let round = 0; round < 2; round++) {
    await design.click();
    await page.getByRole('button', { name: 'Edit Garments', exact: true }).click();
    const done = page.getByRole('dialog').getByRole('button', { name: 'Done' });
    await expect(done).toBeVisible();
    await done.evaluate((button: HTMLElement) => {
      button.click();
      document.querySelector<HTMLElement>('[aria-label="All screens"]')?.click();
    });
    await expect(page.getByRole('dialog')).toBeHidden();
    await expect(design).toBeVisible();
  }
  // The way to the shelf waits for it, too.
  await design.click();
  await page.getByRole('button', { name: 'All screens' }).evaluate((button: HTMLElement) => {
    button.click();
    document.querySelector<HTMLElement>('[aria-label="Places"] [role=link]')?.click();
  });
  await page.waitForTimeout(1000);
  await expect(page.getByRole('button', { name: 'New app' })).toBeVisible();
});

test('what is gone to in one breath is come back through, also before the address bar has followed', async ({
  page,
}) => {
  test.skip(!isWide(page), 'the list is beside what is open on wide screens');
  await openDemo(page);
  await go(page, 'Plan');
  await listed(page, 'Garments').click();
  await expect(page).toHaveTitle(/^Garments/);
  const press = (names: string[], then = '') =>
    page.evaluate(`{
      const list = document.querySelector('[aria-label="What is here"]');
      for (const name of ${JSON.stringify(names)}) list.querySelector('[role=link][aria-label^="' + name + '"]').click();
      ${then}
    }`);
  await press(['Loans', 'Repairs']);
  await expect(page).toHaveURL(/\/tables\//);
  await expect(page.getByRole('heading', { name: 'Repairs', level: 1 })).toBeVisible();
  for (const name of ['Loans', 'Garments']) {
    await goBack(page);
    await expect(page).toHaveTitle(new RegExp(`^${name}`));
    await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();
  }
  // A step back at once leads to what there was before, and nothing follows it.
  await press(['Loans'], 'history.back()');
  await expect(page).toHaveURL(/\/plan$/);
  await page.waitForTimeout(500);
  await expect(page.getByRole('heading', { name: 'Plan', level: 1 })).toBeVisible();
  await expect(page).toHaveURL(/\/plan$/);
});

test('going through the tables mixes nothing of them up', async ({ page }) => {
  test.skip(!isWide(page), 'the grid of columns is for wide screens');
  await openDemo(page);
  await go(page, 'Plan');
  const heading = (name: string) => page.getByRole('heading', { name, level: 1 });
  const cell = (column: string) => page.getByRole('textbox', { name: `Name of ${column}`, exact: true });
  await listed(page, 'Productions').click();
  await listed(page, 'Garments').click();
  await expect(heading('Garments')).toBeVisible();
  // What is typed is of the column where it is typed, however one leaves it.
  await cell('Tag').fill('Tag number');
  await listed(page, 'Productions').click();
  await expect(heading('Productions')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Undo: Renamed Tag to Tag number' })).toBeEnabled();
  await listed(page, 'Garments').click();
  await expect(cell('Tag number')).toHaveValue('Tag number');
  await cell('Tag number').fill('Half typed');
  await goBack(page);
  await expect(heading('Productions')).toBeVisible();
  for (const field of await page.getByRole('textbox', { name: /^Name of / }).all())
    await expect(field).not.toHaveValue('Half typed');
  await expect(page.getByRole('button', { name: 'Undo: Renamed Tag number to Half typed' })).toBeEnabled();
  await page.keyboard.press('Escape');
  // Nor is a column of one moved by what was lifted in the other.
  await listed(page, 'Garments').click();
  await page.getByRole('button', { name: 'Move Half typed' }).focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('ArrowDown');
  await goBack(page);
  await expect(heading('Productions')).toBeVisible();
  const heard = page.getByRole('main').getByRole('status');
  await expect(heard.filter({ hasText: 'Lifted' })).toHaveCount(0);
  await page.keyboard.press('Space');
  await expect(heard.filter({ hasText: /^Lifted\. Arrows move it/ })).toHaveCount(1);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /^Undo: / })).toHaveAccessibleName(
    'Undo: Renamed Tag number to Half typed',
  );
  // What one has opened is closed with it.
  await listed(page, 'Garments').click();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await expect(page.getByRole('menuitem', { name: 'Remove table' })).toBeVisible();
  await goBack(page);
  await expect(heading('Productions')).toBeVisible();
  await expect(page.getByRole('menu')).toBeHidden();
  await listed(page, 'Garments').click();
  await page.getByRole('button', { name: /^Kind of Half typed/ }).click();
  await expect(page.getByRole('option', { name: 'Money', exact: true })).toBeVisible();
  await goBack(page);
  await expect(heading('Productions')).toBeVisible();
  await expect(page.getByRole('option')).toHaveCount(0);
  // Each is shown from its top.
  await listed(page, 'Garments').click();
  await heading('Garments').hover();
  await page.mouse.wheel(0, 3000);
  await expect(heading('Garments')).not.toBeInViewport();
  await listed(page, 'Productions').click();
  await expect(heading('Productions')).toBeInViewport();
});

test('going through the screens mixes nothing of them up', async ({ page }) => {
  test.skip(!isWide(page), 'the list stays beside the editor on wide screens');
  await openDemo(page);
  await go(page, 'Screens');
  const heading = (name: string) => page.getByRole('heading', { name, level: 1 });
  const name = page.getByRole('main').getByRole('textbox', { name: 'Name', exact: true });
  await listed(page, 'Productions').click();
  await expect(heading('Productions')).toBeVisible();
  // A name is of the screen where it is typed, however soon one leaves it.
  await name.fill('Plays');
  await listed(page, 'Loans').click();
  await expect(heading('Loans')).toBeVisible();
  await expect(name).toHaveValue('Loans');
  await expect(listed(page, 'Plays')).toBeVisible();
  // What was asked about one is not asked about the next.
  await pressMore(page, 'Remove screen');
  await expect(page.getByRole('button', { name: 'Remove Loans' })).toBeVisible();
  await listed(page, 'Plays').click();
  await expect(heading('Plays')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Remove (Loans|Plays)$/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await expect(page.getByRole('menuitem', { name: 'Remove screen' })).toBeVisible();
  await goBack(page);
  await expect(heading('Loans')).toBeVisible();
  await expect(page.getByRole('menu')).toBeHidden();
  // Nor is a line of one moved by what was lifted in the other, which stands in the same place.
  await listed(page, 'Garments').click();
  await page.getByRole('button', { name: 'Move Tag' }).focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('ArrowDown');
  await goBack(page);
  await expect(heading('Loans')).toBeVisible();
  const heard = page.getByRole('main').getByRole('status');
  await expect(heard.filter({ hasText: /Lifted|place 2/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Move Borrower' }).focus();
  await page.keyboard.press('Space');
  await expect(heard.filter({ hasText: /^Lifted\. Arrows move it/ })).toHaveCount(1);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /^Undo: / })).toHaveAccessibleName(/Plays|Productions/);
  // Each is shown from its top.
  await heading('Loans').hover();
  await page.mouse.wheel(0, 3000);
  await expect(heading('Loans')).not.toBeInViewport();
  await listed(page, 'Plays').click();
  await expect(heading('Plays')).toBeInViewport();
});

test('what is opened from the shelf is not left for the shelf', async ({ page }) => {
  test.skip(isWide(page), 'beside the list nothing is left');
  await openDemo(page);
  await go(page, 'Plan');
  await openTable(page, 'Garments');
  await page.waitForURL(/\/tables\//);
  const table = page.url();
  await go(page, 'Shelf');
  await page.evaluate((path) => window.history.pushState(null, '', path), table);
  await goBack(page);
  await page.goForward();
  await expect(page.getByRole('heading', { name: 'Garments', level: 1 })).toBeVisible();
  await page.getByRole('button', { name: 'All tables' }).click();
  await expect(page.getByRole('heading', { name: 'Plan', level: 1 })).toBeVisible();
});

test('Ctrl K leads to tables, columns, screens, records and what can be done, by keyboard alone', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Plan');
  const find = async (text: string) => {
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Go anywhere' }).fill(text);
  };
  await find('overdue loans');
  await clean(page);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Overdue loans', level: 1 })).toBeVisible();
  await find('tag garments');
  await expect(page.getByRole('option', { name: 'Tag, column of Garments' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: 'Column Tag' })).toBeVisible();
  await find('silk petticoat');
  await page
    .getByRole('option', { name: /petticoat, Garments$/ })
    .first()
    .click();
  await expect(phone(page).getByRole('heading', { name: /petticoat/ })).toBeVisible();
  // From within a field, too.
  if (isWide(page)) {
    await page.getByRole('searchbox', { name: 'Find here' }).focus();
    await page.keyboard.press('Control+k');
    await expect(page.getByRole('combobox', { name: 'Go anywhere' })).toBeFocused();
    await page.keyboard.press('Escape');
  }
  await find('all keys');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
});

test('F6 goes from pane to pane, back to where one was in each, and never out of what lies over them', async ({
  page,
}) => {
  await openDemo(page);
  await go(page, 'Plan');
  await expect(page.getByRole('heading', { name: 'Plan', level: 1 })).toBeVisible();
  const panes = isWide(page) ? ['Places', 'What is here', null, null, 'Running app'] : [null, null, 'Places'];
  const roles = ['navigation', 'banner', 'main', 'complementary'].map((role) => `[role=${role}]`).join();
  const paneInFocus = () =>
    page.evaluate((of) => {
      const pane = document.activeElement?.closest(of);
      return pane ? (pane.getAttribute('aria-label') ?? pane.getAttribute('role')) : null;
    }, roles);
  const named = panes.map((name, at) => name ?? (panes.indexOf(null) === at ? 'banner' : 'main'));
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Screens' }).focus();
  const from = named.indexOf('Places');
  for (let step = 1; step <= named.length; step++) {
    await page.keyboard.press('F6');
    expect(await paneInFocus()).toBe(named[(from + step) % named.length]);
  }
  await expect(page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Screens' })).toBeFocused();
  await page.keyboard.press('Shift+F6');
  expect(await paneInFocus()).toBe(named[(from - 1 + named.length) % named.length]);
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('combobox', { name: 'Go anywhere' })).toBeFocused();
  await page.keyboard.press('F6');
  await expect(page.getByRole('combobox', { name: 'Go anywhere' })).toBeFocused();
});

test('twelve columns are typed in a grid: names, kinds, choices, what must be given', async ({ page }) => {
  test.skip(!isWide(page), 'a phone has its list and sheet');
  await page.goto('/');
  await page.getByRole('textbox', { name: 'A table and its columns' }).fill('Plants');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Plants', level: 1 })).toBeVisible();
  const add = page.getByRole('textbox', { name: 'Add columns to Plants' });
  const typed = ['sown date', 'height measure', 'price money', 'bed', 'state good/worn/gone', 'photo', 'hardy yes/no'];
  // As fast as they are typed: nobody waits for one before the next.
  for (const column of typed) {
    await add.fill(column);
    await add.press('Enter');
  }
  await expect(page.getByRole('button', { name: /^Move / })).toHaveCount(8);
  await expect(add).toHaveValue('');
  // What cannot be added is said, and stands there again.
  await add.fill('bed money');
  await add.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'Bed' })).toBeVisible();
  await expect(add).toHaveValue('bed money');
  await page.getByRole('button', { name: 'Dismiss' }).click();
  // A link, and how a value would look, as it is typed.
  await add.fill('beside -> plants, width money');
  await expect(page.getByText('Enter adds Beside (link to Plants), Width (money, such as €180.00).')).toBeVisible();
  // The head of a spreadsheet.
  await add.fill('seed code barcode, notes long text, rating stars, seen date and time');
  await add.press('Enter');
  await expect(page.getByRole('button', { name: /^Move / })).toHaveCount(12);
  await expect(page.getByRole('button', { name: 'Undo: Added 4 columns to Plants' })).toBeEnabled();
  await expect(page.getByRole('button', { name: 'Kind of Seen: Date and time' })).toBeVisible();
  await clean(page);

  // Edited in place; Enter goes on to the next name.
  await page.getByRole('textbox', { name: 'Name of Bed' }).fill('Bed or pot');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Name of State' })).toBeFocused();
  await expect(page.getByRole('textbox', { name: 'Name of Bed or pot' })).toBeVisible();
  await page.getByRole('checkbox', { name: 'Bed or pot is required' }).click();
  await expect(page.getByRole('button', { name: 'Undo: Changed Bed or pot' })).toBeEnabled();
  await page.getByRole('button', { name: 'Kind of Height: Measure' }).focus();
  await page.keyboard.type('dec');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Kind of Height: Decimal' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Price starts with' }).fill('2.50');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Price starts with' })).toHaveValue('2.50');

  // With rows in the table a change that touches them asks in the column's pane.
  await phone(page)
    .getByRole('link', { name: /^Plants, 0/ })
    .click();
  await phone(page).getByRole('button', { name: 'Add Plant', exact: true }).first().click();
  await phone(page).getByRole('textbox', { name: 'Name', exact: true }).fill('Bean');
  await phone(page).getByRole('textbox', { name: 'Bed or pot' }).fill('North');
  await phone(page).getByRole('button', { name: 'Save', exact: true }).click();
  await page.getByRole('checkbox', { name: 'Seed code is required' }).click();
  const pane = page.getByRole('dialog', { name: 'Column Seed code' });
  await expect(pane.getByText(/Seed code would be blank in 1 of 1 row/)).toBeVisible();
  await pane.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('checkbox', { name: 'Seed code is required' })).not.toBeChecked();
});

test('the list is searched, folded away and stays so; the phone is turned, darkened, and used by another', async ({
  page,
}) => {
  await openDemo(page);
  if (isWide(page)) {
    await go(page, 'Screens');
    await list(page).getByRole('searchbox', { name: 'Find here' }).fill('overd');
    await expect(list(page).getByRole('link')).toHaveCount(2);
    await listed(page, 'Overdue loans').click();
    await expect(phone(page).getByRole('heading', { name: 'Overdue loans' })).toBeVisible();
    await page.getByRole('button', { name: 'Fold the list away' }).click();
    await page.reload();
    await expect(page.getByRole('button', { name: 'Show the list' })).toBeVisible();
    await page.getByRole('button', { name: 'Show the list' }).click();
    await expect(list(page)).toBeVisible();
    await page.getByRole('button', { name: 'As a tablet' }).click();
    await expect.poll(async () => (await phone(page).boundingBox())?.width ?? 0).toBeLessThan(400);
    await page.getByRole('button', { name: 'As a phone' }).click();
  }
  await showBench(page);
  await page.getByRole('button', { name: 'In the dark' }).click();
  await expect(page.getByRole('button', { name: 'In the app’s own colours' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Who uses it' }).click();
  await page.getByRole('menuitem', { name: 'Ivo Dunmarsh' }).click();
  await expect(phone(page).getByText('Signed in as Ivo Dunmarsh')).toBeVisible();
  await clean(page);
});

test('what is typed in a cell is kept by whoever goes elsewhere by the browser’s own buttons', async ({ page }) => {
  test.skip(!isWide(page), 'a phone has its list and sheet');
  await newApp(page, 'Cells');
  await addTable(page, 'Notes');
  await page.getByRole('navigation', { name: 'What is here' }).getByRole('link', { name: 'All tables' }).click();
  await addTable(page, 'Books');
  await openTable(page, 'Notes');
  await page.getByRole('textbox', { name: 'Name of Name' }).fill('Title');
  // To the other table, whose cells stand where those were; and to the place, where there are none.
  await goBack(page);
  await expect(page.getByRole('heading', { name: 'Books', level: 1 })).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Name of Name' })).toHaveValue('Name');
  await page.getByRole('textbox', { name: 'Name of Name' }).fill('Author');
  await goBack(page);
  await expect(page.getByRole('heading', { name: 'Plan', level: 1 })).toBeVisible();
  await expect(page.getByText('1 column: Author')).toBeVisible();
  await expect(page.getByText('1 column: Title')).toBeVisible();
});

test('a kind is found by typing, also in the sheet of a column', async ({ page }) => {
  await openDemo(page);
  await go(page, 'Plan');
  await openTable(page, 'Errands');
  await page.getByRole('button', { name: 'Add column' }).click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('textbox', { name: 'Name' }).fill('Fee');
  await pickKind(sheet, 'Money');
  const kind = sheet.getByRole('button', { name: 'Kind: Money' });
  await expect(kind).toBeFocused();
  // Pressed again it closes what it opened; Escape closes that alone, and what is pressed elsewhere has the focus.
  const found = page.getByRole('combobox', { name: 'Kind' });
  await kind.click();
  await expect(found).toBeFocused();
  await expect(kind).toHaveAttribute('aria-expanded', 'true');
  await kind.click();
  await expect(found).toBeHidden();
  await kind.press('Enter');
  await expect(found).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(found).toBeHidden();
  await expect(kind).toBeFocused();
  await kind.click();
  await sheet.getByRole('textbox', { name: 'Name' }).click();
  await expect(found).toBeHidden();
  await expect(sheet.getByRole('textbox', { name: 'Name' })).toBeFocused();
  await expect(sheet.getByRole('textbox', { name: 'Currency' })).toBeVisible();
});
