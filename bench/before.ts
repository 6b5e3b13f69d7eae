import type { Browser } from '@playwright/test';
import { median, pairedRatio, Reference, type Say } from './measure';
import { roundsInTurn, Store } from './store';

const ROUNDS = 30;
const OPENINGS = 9;
const SEARCHES = 2;

/**
 * This build against another of the same app, round by round in turn: saves, acknowledged writes, openings and
 * searches of so many rows.
 */
export async function measureAgainst(
  browser: Browser,
  now: string,
  before: string,
  count: number,
  say: Say,
): Promise<void> {
  const stores: Store[] = [];
  for (const site of [before, now]) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' });
    const page = await context.newPage();
    stores.push(new Store(page, site, count, await Reference.open(page)));
  }
  for (const store of stores) await store.fill();
  const [old = [], mine = []] = await roundsInTurn(stores, ROUNDS);
  const opened: [number[], number[]] = [[], []];
  for (let round = 0; round < OPENINGS; round++)
    for (const [index, store] of stores.entries()) opened[index]?.push(await store.open());
  // One after the other in turns: what a search costs depends on what the machine does meanwhile.
  const searched: [number[], number[]] = [[], []];
  for (let round = 0; round < SEARCHES; round++)
    for (const [index, store] of stores.entries())
      searched[index]?.push(...(await store.search()).map(({ took }) => took));
  const compare = (name: string, was: readonly number[], is: readonly number[]) => {
    say(`${name}_${count}_before`, median(was), 'ms');
    say(`${name}_${count}_now`, median(is), 'ms');
    say(`${name}_${count}_ratio`, pairedRatio(is, was), 'times');
  };
  compare(
    'write_acknowledged',
    old.map(({ acknowledged }) => acknowledged),
    mine.map(({ acknowledged }) => acknowledged),
  );
  compare(
    'save_to_painted',
    old.map(({ save }) => save.took),
    mine.map(({ save }) => save.took),
  );
  compare(
    'save_reference_frame',
    old.map(({ save }) => save.reference),
    mine.map(({ save }) => save.reference),
  );
  compare(
    'delete_to_painted',
    old.map(({ remove }) => remove.took),
    mine.map(({ remove }) => remove.took),
  );
  compare('open_to_list', ...opened);
  compare('search_key_to_painted', ...searched);
}
