import type { Locator } from '@playwright/test';
import type { Random } from '../demo/random';
import type { Ledger } from './ledger';
import type { Tab } from './tab';

/** What the screen says of a tap that saves: `unknown` where the app says that it does not know. */
export type Answer = 'acknowledged' | 'refused' | 'unknown';

/** A change that was tapped: `said` waits for the screen's answer. */
export interface Tapped {
  what: string;
  said(): Promise<Answer>;
}

/** So that a look at each of them stays short. */
const MOST_TABLES = 3;

/** A random change of the demo, as people make it: noted in the ledger, then tapped. New names are made of `name`. */
export async function randomTap(tab: Tab, ledger: Ledger, random: Random, name: string): Promise<Tapped> {
  const { now, past, future } = ledger.state;
  const mine = now.performers.filter((each) => each.startsWith('AA ')).sort();
  const pick = random.whole(0, 24);
  if (pick < 2 && now.tables.length < MOST_TABLES) return addTable(tab, ledger, `Endured ${name}`);
  if (pick < 6 && past.length > 0) return undoOrRedo(tab, 'Undo', () => ledger.beginUndo());
  if (pick < 8 && future.length > 0) return undoOrRedo(tab, 'Redo', () => ledger.beginRedo());
  if (pick < 16 || mine.length === 0) return addPerformer(tab, ledger, `AA ${name}`);
  return pick < 21
    ? renamePerformer(tab, ledger, mine[0] as string, `AA ${name}`)
    : deletePerformer(tab, ledger, mine[0] as string);
}

async function addPerformer(tab: Tab, ledger: Ledger, name: string): Promise<Tapped> {
  await tab.phone.getByRole('button', { name: 'Add Performer', exact: true }).first().click();
  await tab.phone.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
  return tap(
    tab,
    `add ${name}`,
    () => ledger.begin({ performers: [...ledger.state.now.performers, name] }),
    tab.phone.getByRole('button', { name: 'Save', exact: true }),
    tab.phone.getByText(`Saved ${name}`),
  );
}

async function renamePerformer(tab: Tab, ledger: Ledger, from: string, to: string): Promise<Tapped> {
  await rowOf(tab, from).focus();
  await tab.page.keyboard.press('F2');
  await tab.phone.getByRole('heading', { name: 'Edit performer' }).waitFor();
  await tab.phone.getByRole('textbox', { name: 'Name', exact: true }).fill(to);
  return tap(
    tab,
    `rename ${from} to ${to}`,
    () => ledger.begin({ performers: ledger.state.now.performers.map((each) => (each === from ? to : each)) }),
    tab.phone.getByRole('button', { name: 'Save', exact: true }),
    tab.phone.getByText(`Saved ${to}`),
  );
}

async function deletePerformer(tab: Tab, ledger: Ledger, name: string): Promise<Tapped> {
  const row = rowOf(tab, name);
  await row.focus();
  const press = { click: () => tab.page.keyboard.press('Delete') };
  return tap(
    tab,
    `delete ${name}`,
    () => ledger.begin({ performers: ledger.state.now.performers.filter((each) => each !== name) }),
    press,
    tab.phone.getByText(`Deleted ${name}`),
  );
}

async function addTable(tab: Tab, ledger: Ledger, name: string): Promise<Tapped> {
  const { page } = tab;
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Plan' }).click();
  const all = page.getByRole('button', { name: 'All tables' });
  const add = page.getByRole('button', { name: 'Add table' });
  await all.or(add).first().waitFor();
  if (await all.isVisible()) await all.click();
  await add.click();
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('textbox', { name: 'What does it hold?' }).fill(name);
  const tables = [...ledger.state.now.tables, name];
  return tap(
    tab,
    `add the table ${name}`,
    () => ledger.begin({ tables }),
    sheet.getByRole('button', { name: 'Add table' }),
    page.getByRole('heading', { name, level: 1 }),
  );
}

/** By the button that says what it would undo; done, the other button says so. */
async function undoOrRedo(tab: Tab, verb: 'Undo' | 'Redo', begin: () => void): Promise<Tapped> {
  const button = tab.page.getByRole('banner').getByRole('button', { name: new RegExp(`^${verb}: `) });
  const label = (await button.getAttribute('aria-label'))?.slice(verb.length + 2);
  const other = verb === 'Undo' ? 'Redo' : 'Undo';
  return tap(
    tab,
    `${verb} ${label}`,
    begin,
    button,
    tab.page.getByRole('banner').getByRole('button', { name: `${other}: ${label}`, exact: true }),
  );
}

const rowOf = (tab: Tab, name: string): Locator =>
  tab.phone
    .getByRole('list', { name: 'Performers' })
    .getByRole('button', { name: new RegExp(`^${name}`) })
    .first();

async function tap(
  tab: Tab,
  what: string,
  begin: () => void,
  button: { click(): Promise<void> },
  shown: Locator,
): Promise<Tapped> {
  begin();
  await button.click();
  const refused = tab.page.getByText(/The browser has no room left|The browser refused to store/);
  const unknown = tab.page
    .getByRole('heading', { name: /^Was the last change saved/ })
    .or(tab.page.getByRole('heading', { name: /open in another tab/ }));
  const said = async (): Promise<Answer> => {
    await shown.or(refused).or(unknown).first().waitFor();
    if (await shown.isVisible()) return 'acknowledged';
    return (await refused.first().isVisible()) ? 'refused' : 'unknown';
  };
  return { what, said };
}
