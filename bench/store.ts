import type { Page } from '@playwright/test';
import { garmentTag } from '../demo';
import { importGarments, openList } from './garments';
import { type Painted, type Reference } from './measure';

const buttonWith = (text: string) =>
  `[...phone.querySelectorAll('[role=button]')].find((each) => each.textContent === '${text}')`;
const figure = (count: number): string => count.toLocaleString('en-GB');
const SEARCHES = ['blue velvet', 'wool cape', 'trunk 7', 'garment zz', '20000000421', 'padded hanger'];

/** One round of one store: what a save, the deletion of the same, and opening took; milliseconds. */
export interface Round {
  save: Painted;
  remove: Painted;
  acknowledged: number;
}

/** A costume store of so many garments in a page of its own: what is measured in turn with others. */
export class Store {
  imported = 0;
  opened = 0;

  constructor(
    private readonly page: Page,
    private readonly site: string,
    private readonly count: number,
    private readonly reference: Reference,
  ) {}

  async fill(): Promise<void> {
    this.imported = await importGarments(this.page, this.site, this.count);
    await this.open();
    // What is done once after opening is over.
    await this.page.waitForTimeout(4000);
  }

  /** Opens the app anew; milliseconds from the start of the page's load to the first row of the list. */
  async open(): Promise<number> {
    return (this.opened = await openList(this.page, this.site, this.count));
  }

  private get phone() {
    return this.page.getByRole('region', { name: 'Bench phone' });
  }

  async round(round: number): Promise<Round> {
    const { page, phone, count } = this;
    const name = `AA bench ${count} ${round}`;
    await page.evaluate(() => performance.clearMeasures());
    await phone.getByRole('button', { name: 'Add Garment', exact: true }).first().click();
    await phone.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
    await phone.getByRole('textbox', { name: 'Tag', exact: true }).fill(garmentTag(900_000 + round));
    await page.waitForTimeout(80);
    const save = await this.reference.beside(
      page,
      'insert',
      `${buttonWith('Save')}.click()`,
      `top().textContent.includes('${name}')`,
    );
    await phone.getByText(`${figure(count + 1)} records`).waitFor();
    const row = phone.getByRole('listitem').first().getByRole('button').first();
    await row.focus();
    await page.waitForTimeout(80);
    const remove = await this.reference.beside(
      page,
      'remove',
      `document.activeElement.dispatchEvent(new KeyboardEvent('keydown', { key: 'Delete', bubbles: true, cancelable: true }))`,
      `!top().textContent.includes('${name}') && phone.textContent.includes('${figure(count)} records')`,
    );
    const writes = await page.evaluate(() =>
      performance.getEntriesByName('acknowledged').map(({ duration }) => duration),
    );
    return { save, remove, acknowledged: writes[0] ?? Number.NaN };
  }

  /** Searches one key at a time, as people type, with common and rare words. */
  async search(): Promise<Painted[]> {
    const { page, phone } = this;
    const found: Painted[] = [];
    const box = phone.getByRole('searchbox');
    for (const words of SEARCHES) {
      await box.fill('');
      await phone.getByText(`${figure(this.count)} records`).waitFor();
      for (let length = 1; length <= words.length; length++) {
        const text = words.slice(0, length);
        if (text.endsWith(' ')) continue;
        const shown = JSON.stringify(text.trim());
        const action = `const input = phone.querySelector('[role=searchbox]'); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(input, ${JSON.stringify(text)}); input.dispatchEvent(new Event('input', { bubbles: true }))`;
        // The list names the search that its rows answer.
        const done = `phone.textContent.includes('Nothing in Garments holds “' + ${shown} + '”') || top()?.getAttribute('data-search') === ${shown}`;
        found.push(await this.reference.beside(page, 'replace', action, done));
        await page.waitForTimeout(60);
      }
    }
    await box.fill('');
    return found;
  }

  /** Looks up garments by barcode in the SQL box; what the database itself says it took, in milliseconds. */
  async lookUp(): Promise<number[]> {
    const { page, count } = this;
    await page.getByRole('link', { name: 'Data' }).click();
    await page.getByRole('radio', { name: 'SQL', exact: true }).click();
    const lookups: number[] = [];
    for (let round = 0; round < 15; round++) {
      await page
        .getByRole('textbox', { name: 'SQL' })
        .fill(`SELECT * FROM garments WHERE tag = '${garmentTag(1 + ((round * 61) % count))}'`);
      await page.getByRole('button', { name: 'Run SQL' }).click();
      await page.waitForTimeout(120);
      const words = await page.getByText(/^1 row in/).textContent();
      lookups.push(Number(/in ([\d.]+) ms/.exec(words ?? '')?.[1]));
    }
    return lookups;
  }
}

/** Rounds of several stores in turn: first one, then the next, and from the beginning again. */
export async function roundsInTurn(stores: readonly Store[], rounds: number): Promise<Round[][]> {
  const found: Round[][] = stores.map(() => []);
  for (let round = 0; round < rounds; round++)
    for (const [index, store] of stores.entries()) found[index]?.push(await store.round(round));
  return found;
}
