import type { Page } from '@playwright/test';
import { p95, painted, type Say } from './measure';
import type { Query } from '@/core/model';

const ROUNDS = 30;

/** Queries of tables of the large plan. */
export const largeQueries: Query[] = [12, 14].map((table) => ({
  ...{ id: `q${table}`, name: `Query ${table}`, tableId: `t${table}` },
  condition: "column_0 IS NOT NULL AND column_1 <> ''",
  order: [{ text: 'column_1', direction: 'ascending' }],
}));

/** A link of the list at the side, by its name. */
const link = (name: string) =>
  `[...document.querySelectorAll('[aria-label="What is here"] [role=link]')].find((each) => each.getAttribute('aria-label') === ${JSON.stringify(name)})`;

/**
 * Whether the editor in sight is that of a thing, which its heading says; looked up by tag, as looking by role through
 * the whole page takes milliseconds of the time that is measured.
 */
const isOpen = (name: string) =>
  `['h1', 'h2'].some((tag) => [...document.getElementsByTagName(tag)].some((each) => each.textContent === ${JSON.stringify(name)} && each.closest('[role=main]')))`;

/** How long something is looked at before the next is gone to, at least: ms. */
const LOOK = 250;

/** Not to look at all: what lies further down in an editor is still being drawn when the next is gone to. */
const GLANCE = 60;

/**
 * From a press in the list to the other thing painted in the editor, each round to one and back, with a pause of so long
 * between them; milliseconds.
 */
async function going(page: Page, names: readonly [string, string], pause: number): Promise<number[]> {
  const took: number[] = [];
  for (let round = 0; round < ROUNDS; round++)
    for (const name of names) {
      took.push(await page.evaluate<number>(painted('', `${link(name)}.click()`, isOpen(name))));
      await page.waitForTimeout(pause);
    }
  return took.slice(2);
}

/** From a letter in the way to everything to what it finds. */
async function finding(page: Page): Promise<number[]> {
  const took: number[] = [];
  const type = (text: string) => `
    const box = document.querySelector('[role=dialog] input');
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(box, ${JSON.stringify(text)});
    box.dispatchEvent(new Event('input', { bubbles: true }));`;
  for (let round = 0; round < ROUNDS; round++) {
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Go anywhere' }).waitFor();
    await page.waitForTimeout(60);
    const name = `Table ${round + 10}`;
    const first = `document.querySelector('[role=dialog] [role=option]')?.getAttribute('aria-label')?.startsWith(${JSON.stringify(name)})`;
    took.push(await page.evaluate<number>(painted('', type(name), first)));
    await page.keyboard.press('Escape');
    await page.getByRole('combobox', { name: 'Go anywhere' }).waitFor({ state: 'hidden' });
  }
  return took;
}

/** Going about in the plan of 60 tables, that is open on a wide screen. */
export async function measureWorkbench(page: Page, say: Say): Promise<void> {
  const places = page.getByRole('navigation', { name: 'Places' });
  const sayGoing = async (what: string, names: readonly [string, string]) => {
    say(`from_${what}_p95`, p95(await going(page, names, LOOK)), 'ms');
    say(`from_${what}_in_haste_p95`, p95(await going(page, names, GLANCE)), 'ms');
  };
  await places.getByRole('link', { name: 'Plan' }).click();
  await sayGoing('table_to_table', ['Table 12', 'Table 13']);
  await places.getByRole('link', { name: 'Screens' }).click();
  await page.locator('[aria-label="What is here"]').getByRole('link', { name: 'Table 12', exact: true }).waitFor();
  await sayGoing('screen_to_screen', ['Table 12', 'Table 14']);
  say('go_anywhere_first_results_p95', p95(await finding(page)), 'ms');
  await sayGoing('query_to_query', ['Query 12', 'Query 14']);
}
