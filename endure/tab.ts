import type { BrowserContext, Locator, Page } from '@playwright/test';
import type { Holding } from './ledger';
import { type Trouble, troubling } from './trouble';

/** What no tap here changes. */
const UNTOUCHED = ['garments', 'repairs', 'fittings', 'castings', 'loans']
  .map((table) => `(SELECT count(*) || ':' || sum(id) FROM ${table})`)
  .join(', ');

export interface Found {
  holding: Holding;
  untouched: string;
}

export const SIGNED_IN = 'Hesper Pellow';
const PATIENCE_MS = 60_000;

/** A tab with the demo in it: its phone, and its SQL box beside the phone. */
export class Tab {
  private asked = 0;

  constructor(readonly page: Page) {}

  get phone(): Locator {
    return this.page.getByRole('region', { name: 'Bench phone' });
  }

  static async open(context: BrowserContext, url: string): Promise<Tab> {
    const page = await context.newPage();
    page.setDefaultTimeout(PATIENCE_MS);
    await page.goto(url);
    return new Tab(page);
  }

  async isElsewhere(): Promise<void> {
    await this.page.getByRole('heading', { name: 'This app is open in another tab' }).waitFor();
  }

  takeOver(): Promise<void> {
    return this.page.getByRole('button', { name: 'Take over here' }).click();
  }

  async signIn(): Promise<void> {
    await this.phone.getByRole('button', { name: `Sign in as ${SIGNED_IN}` }).click();
    await this.phone.getByRole('link', { name: /^Performers/ }).click();
    await this.phone.getByRole('heading', { name: 'Performers', exact: true }).waitFor();
  }

  /** What the database holds, read in the Data place; `tables`: those that may be there. */
  async holding(tables: readonly string[]): Promise<Found> {
    await this.page.getByRole('radio', { name: 'SQL', exact: true }).click();
    const cells =
      (await this.ask(`${UNTOUCHED}, json_group_array(name)`, '(SELECT name FROM performers ORDER BY id)')) ?? [];
    const there: string[] = [];
    for (const table of tables)
      if (await this.ask('count(*)', table.toLowerCase().replace(' ', '_'))) there.push(table);
    return {
      holding: { performers: JSON.parse(cells.at(-1) ?? '') as string[], tables: there },
      untouched: cells.slice(0, -1).join(' '),
    };
  }

  /** The cells of the answer; null where there is no such table. */
  private async ask(what: string, table: string): Promise<string[] | null> {
    const heading = `q${++this.asked}`;
    await this.page.getByRole('textbox', { name: 'SQL' }).fill(`SELECT ${what} AS ${heading} FROM ${table}`);
    await this.page.getByRole('button', { name: 'Run SQL' }).click();
    const region = this.page.getByRole('region', { name: 'Result' });
    const answer = region.getByRole('columnheader', { name: heading });
    await answer
      .or(this.page.getByText(`no such table: ${table}`))
      .first()
      .waitFor();
    return (await answer.isVisible()) ? region.getByRole('cell').allTextContents() : null;
  }

  /** Kills the process that draws the page, with its worker, without warning. */
  async killRenderer(): Promise<void> {
    const gone = this.page.waitForEvent('crash', { timeout: PATIENCE_MS });
    const session = await this.page.context().newCDPSession(this.page);
    void session.send('Page.crash').catch(() => undefined);
    await gone;
    await this.page.close();
  }

  async killWorker(): Promise<void> {
    await this.page.evaluate('window.workers.forEach((worker) => worker.terminate())');
    await this.page.close();
  }

  trouble(trouble: Trouble): Promise<void> {
    return this.page.evaluate(troubling(trouble));
  }
}
