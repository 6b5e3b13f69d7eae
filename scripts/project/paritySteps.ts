import type { Locator, Page } from '@playwright/test';

/** An app at work: its page, and the part of that in which it runs. */
export interface Running {
  page: Page;
  app: Locator;
}

/** The first one of them that can be seen: screens below the one on top are still there. */
export const first = (found: Locator): Locator => found.filter({ visible: true }).first();
const button = ({ app }: Running, name: string | RegExp) => first(app.getByRole('button', { name, exact: true }));
const text = ({ app }: Running, words: string | RegExp) => first(app.getByText(words));
const link = ({ app }: Running, name: string | RegExp) => first(app.getByRole('link', { name, exact: true }));
const field = ({ app }: Running, name: string) => first(app.getByRole('textbox', { name, exact: true }));
const press = (at: Running, name: string | RegExp) => button(at, name).click();
const follow = (at: Running, name: string | RegExp) => link(at, name).click();
const back = (at: Running) => press(at, 'Back');

const tab = ({ app }: Running, name: string | RegExp) => app.getByRole('tab', { name }).click();

async function scan(at: Running, code: string): Promise<void> {
  await field(at, 'Code').fill(code);
  await press(at, 'Look up the code');
}

/** What is done one after the other with the theatre's app. */
export const steps: readonly (readonly [string, (at: Running) => Promise<void>])[] = [
  ['sign in', (at) => press(at, /^Sign in as Hesper/)],
  ['a list of cards', (at) => follow(at, /^Garments, 400/)],
  [
    'a blank is refused',
    async (at) => {
      await press(at, 'Add Garment');
      await press(at, 'Save');
      await text(at, 'must not be blank').waitFor();
    },
  ],
  [
    'a record is added',
    async (at) => {
      await field(at, 'Name').fill('Ěvening cape');
      await field(at, 'Tag').fill('2000000004013');
      await press(at, 'Save');
      await at.app.getByRole('heading', { name: 'New garment' }).waitFor({ state: 'hidden' });
    },
  ],
  [
    'it is found without its accent',
    async (at) => {
      await first(at.app.getByRole('searchbox', { name: 'Search Garments' })).fill('EVENING');
      await text(at, '1 found').waitFor();
    },
  ],
  ['its record', (at) => text(at, 'Ěvening cape').click()],
  [
    'it is changed',
    async (at) => {
      await press(at, 'Edit Garment');
      await field(at, 'Name').fill('Ěvening cloak');
      await press(at, 'Save');
      await text(at, 'Ěvening cloak').waitFor();
    },
  ],
  [
    'it is deleted',
    async (at) => {
      await press(at, 'Delete Garment');
      await button(at, 'Undo').waitFor();
    },
  ],
  [
    'the delete is undone',
    async (at) => {
      await press(at, 'Undo');
      await text(at, 'Ěvening cloak').waitFor();
    },
  ],
  [
    'a list is narrowed',
    async (at) => {
      await first(at.app.getByRole('searchbox', { name: 'Search Garments' })).fill('');
      await press(at, 'Filter Garments');
      await at.app.getByRole('checkbox', { name: 'Poor', exact: true }).or(button(at, 'Poor')).first().click();
      await press(at, 'Show');
    },
  ],
  [
    'and is whole again',
    async (at) => {
      await press(at, /^Filter Garments/);
      await press(at, 'Clear filters');
      await press(at, 'Show');
    },
  ],
  [
    'a list in sections',
    async (at) => {
      await tab(at, 'Start');
      await follow(at, /^Repairs, 920/);
    },
  ],
  [
    'a record with its lines',
    async (at) => {
      await tab(at, 'Start');
      await follow(at, /^Cost sheets/);
      await press(at, /^K-2403/);
    },
  ],
  [
    'a routine gathers rows',
    async (at) => {
      await press(at, 'Gather repairs');
      await at.app.getByRole('status').filter({ hasText: 'Gather repairs: K-2403' }).waitFor();
    },
  ],
  ['and is undone', (at) => press(at, 'Undo')],
  [
    'a form with lines',
    async (at) => {
      await press(at, 'Edit Cost sheet');
      await press(at, /^Add (sheet )?line$/i);
    },
  ],
  [
    'is left as it was',
    async (at) => {
      await back(at);
      const leave = at.app.getByRole('button', { name: /^(Leave|Discard|Throw)/ }).first();
      if (await leave.isVisible()) await leave.click();
    },
  ],
  [
    'a routine asks',
    async (at) => {
      await press(at, 'Copy the sheet');
      await text(at, 'What number has the new sheet?').waitFor();
    },
  ],
  [
    'copies, and goes to the copy',
    async (at) => {
      await field(at, 'Answer').fill('K-2403-B');
      await press(at, 'Go on');
      await at.app.getByRole('heading', { name: 'K-2403-B' }).filter({ visible: true }).waitFor();
    },
  ],
  [
    'a code is found',
    async (at) => {
      await tab(at, 'Start');
      await follow(at, 'Find by tag');
      await scan(at, '2000000000022');
      await button(at, 'Edit Garment').waitFor();
    },
  ],
  [
    'one with a wrong digit is told',
    async (at) => {
      await back(at);
      await scan(at, '2000000000023');
      await text(at, /wrong check digit/).waitFor();
    },
  ],
  [
    'one that nothing has is told',
    async (at) => {
      await scan(at, '2999999999991');
      await text(at, 'Nothing has the code 2999999999991.').waitFor();
    },
  ],
  [
    'codes are counted',
    async (at) => {
      await tab(at, 'Start');
      await follow(at, 'Stock-take');
      for (const code of ['2000000000015', '2000000000022', '2000000000015']) await scan(at, code);
      await text(at, '2 scanned, 3 times').waitFor();
    },
  ],
  [
    'the list outlasts a restart',
    async (at) => {
      await at.page.reload();
      await press(at, /^Sign in as Hesper/);
      await link(at, 'Stock-take').or(at.app.getByText('2 scanned, 3 times')).first().waitFor();
      if (await link(at, 'Stock-take').isVisible()) await follow(at, 'Stock-take');
      await text(at, '2 scanned, 3 times').waitFor();
    },
  ],
  [
    'and is saved once',
    async (at) => {
      await button(at, 'Save 2 stock counts').dblclick();
      await button(at, 'Saved 2 stock counts').waitFor();
    },
  ],
  [
    'a report',
    async (at) => {
      await tab(at, /^Mending by month/);
    },
  ],
  [
    'a calendar',
    async (at) => {
      await tab(at, 'Start');
      await follow(at, /^Fitting days/);
    },
  ],
  ['settings', (at) => tab(at, 'Settings')],
  [
    'in another language’s formats',
    async (at) => {
      await at.app
        .getByRole('radio', { name: /^Deutsch/ })
        .first()
        .click();
      await tab(at, 'Garments');
    },
  ],
  [
    'what is typed and not saved',
    async (at) => {
      await press(at, 'Add Garment');
      await field(at, 'Name').fill('Half a cape');
      // It is kept when typing pauses.
      await at.page.waitForTimeout(1500);
    },
  ],
  [
    'outlasts a restart',
    async (at) => {
      await at.page.reload();
      await press(at, /^Sign in as Hesper/);
      await tab(at, 'Garments');
      await press(at, 'Add Garment');
      await field(at, 'Name').waitFor();
    },
  ],
  [
    'another person sees what is theirs',
    async (at) => {
      await press(at, 'Discard it');
      await back(at);
      await tab(at, 'Start');
      await press(at, 'Sign out');
      await press(at, /^Sign in as (?!Hesper)/);
      await follow(at, /^Errands/);
    },
  ],
];
