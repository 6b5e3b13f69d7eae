import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { buildSync } from 'esbuild';
import type { Shown } from './reference';

/** Prints a figure with its unit. */
export type Say = (name: string, value: number, unit: string) => void;

export const median = (values: readonly number[]): number => quantile(values, 0.5);
export const p95 = (values: readonly number[]): number => quantile(values, 0.95);

function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((left, right) => left - right);
  return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? Number.NaN;
}

/**
 * The median of the ratios of rounds that were measured in pairs: what slows the machine for a while slows both of a
 * pair.
 */
export const pairedRatio = (above: readonly number[], below: readonly number[]): number =>
  median(above.map((value, round) => value / (below[round] ?? Number.NaN)));

/** `begun`, `done` and how the frame after it is awaited are the same for the app and for the plain list. */
export const painted = (prepare: string, action: string, done: string): string =>
  `new Promise((resolve, reject) => {
    ${prepare}
    const holds = () => { try { return (${done}); } catch { return false; } };
    const begun = performance.now();
    const timer = setTimeout(() => { observer.disconnect(); reject(new Error('never painted: ' + document.body.innerText.slice(0, 400))); }, 15000);
    const check = () => {
      if (!holds()) return;
      observer.disconnect();
      clearTimeout(timer);
      requestAnimationFrame(() => { const channel = new MessageChannel(); channel.port1.onmessage = () => resolve(performance.now() - begun); channel.port2.postMessage(0); });
    };
    const observer = new MutationObserver(check);
    observer.observe(document.body, { subtree: true, childList: true, characterData: true, attributes: true });
    ${action};
    check();
  })`;

/** What is looked for without forcing a layout, which would be counted in. */
const PHONE = `const phone = document.querySelector('[aria-label="Bench phone"]');
  const top = () => [...phone.querySelectorAll('[role=list]')].find((each) => !each.closest('[aria-hidden=true]'));`;

/** A time to painted, and beside it that of the same change in a plain React list, just after. Milliseconds. */
export interface Painted {
  took: number;
  reference: number;
}

/** What changes in the rows that are on show. */
export type Change = 'insert' | 'remove' | 'replace' | 'relabel';

/** A plain React list in a page of its own, in the same browser. */
export class Reference {
  private constructor(private readonly page: Page) {}

  /** Opens the list in a page behind the one that is measured. */
  static async open(measured: Page): Promise<Reference> {
    const page = await measured.context().newPage();
    const { outputFiles } = buildSync({
      entryPoints: [join(__dirname, 'reference.tsx')],
      bundle: true,
      write: false,
      minify: true,
      jsx: 'automatic',
      define: { 'process.env.NODE_ENV': '"production"' },
    });
    await page.setContent('<!doctype html><title>Plain list</title><body></body>');
    await page.addScriptTag({ content: outputFiles[0]?.text ?? '' });
    await page.waitForFunction('window.show');
    await measured.bringToFront();
    return new Reference(page);
  }

  /**
   * Milliseconds from an action in the page to the frame after `done` first holds, and from the same change of as many
   * plain rows to theirs. Both conditions run in the page; `done` is asked after each change of the document.
   */
  async beside(page: Page, change: Change, action: string, done: string): Promise<Painted> {
    // A page behind another is drawn when the browser has time.
    await page.bringToFront();
    const took = await page.evaluate<number>(painted(PHONE, action, done));
    const rows = await page.evaluate<string[]>(
      `(() => { ${PHONE} return [...(top()?.querySelectorAll('[role=listitem]') ?? [])].map((row) => row.textContent); })()`,
    );
    const reference = await this.frame(change, rows);
    await page.bringToFront();
    return { took, reference };
  }

  private async frame(change: Change, texts: readonly string[]): Promise<number> {
    const rows = texts.map((text, index) => `${index} ${text}`);
    const all: Shown = { heading: 'Rows', rows: ['first', ...rows] };
    const before: Record<Change, Shown> = {
      insert: { ...all, rows },
      remove: all,
      replace: { ...all, rows: rows.map((row) => `old ${row}`) },
      relabel: all,
    };
    const after: Record<Change, Shown> = {
      insert: all,
      remove: { ...all, rows },
      replace: { ...all, rows },
      relabel: { ...all, heading: 'Renamed' },
    };
    const shows = ({ heading, rows: [first = ''] }: Shown): string =>
      `document.querySelector('h1').textContent === ${JSON.stringify(heading)} && (document.querySelector('li')?.textContent ?? '') === ${JSON.stringify(first)}`;
    const set = (shown: Shown): string => `window.show(${JSON.stringify(shown)})`;
    await this.page.bringToFront();
    await this.page.evaluate(painted('', set(before[change]), shows(before[change])));
    return this.page.evaluate<number>(painted('', set(after[change]), shows(after[change])));
  }
}

/** Prints a time to painted, and beside it the frame of the plain list. */
export function sayPainted(say: Say, name: string, found: readonly Painted[], quantileOf: 'median' | 'p95'): void {
  const of = quantileOf === 'median' ? median : p95;
  say(`${name}_${quantileOf}`, of(found.map(({ took }) => took)), 'ms');
  say(`${name}_${quantileOf}_reference_frame`, of(found.map(({ reference }) => reference)), 'ms');
}
