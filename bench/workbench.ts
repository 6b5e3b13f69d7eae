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

/** Whether the editor in sight is that of a thing, which its heading says. */
const isOpen = (name: string) =>
  `[...document.querySelectorAll('[role=main] [role=heading]')].some((each) => each.textContent === ${JSON.stringify(name)})`;

/** From a press in the list to the other thing painted in the editor; milliseconds, each round to one and back. */
async function going(page: Page, names: readonly [string, string]): Promise<number[]> {
  const took: number[] = [];
  for (let round = 0; round < ROUNDS; round++)
    for (const name of names) {
      took.push(await page.evaluate<number>(painted('', `${link(name)}.click()`, isOpen(name))));
      await page.waitForTimeout(60);
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
  await places.getByRole('link', { name: 'Plan' }).click();
  say('from_table_to_table_p95', p95(await going(page, ['Table 12', 'Table 13'])), 'ms');
  await places.getByRole('link', { name: 'Screens' }).click();
  await page.locator('[aria-label="What is here"]').getByRole('link', { name: 'Table 12', exact: true }).waitFor();
  say('from_screen_to_screen_p95', p95(await going(page, ['Table 12', 'Table 14'])), 'ms');
  say('go_anywhere_first_results_p95', p95(await finding(page)), 'ms');
  say('from_query_to_query_p95', p95(await going(page, ['Query 12', 'Query 14'])), 'ms');
}
