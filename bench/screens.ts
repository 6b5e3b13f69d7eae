import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { median, p95, type Painted, type Reference, type Say, sayPainted } from './measure';
import { largePlan } from './plan';
import { compileApp } from '@/core/compile';
import { listSql } from '@/core/compiled';
import { applyEdit, type Edit } from '@/core/edit';
import type { Definition, Screen, ScreenOf } from '@/core/model';
import { madeFormParts, madeRecordParts, madeRow, screensOf } from '@/core/plan';

const SCREENS = 200;

const FIELDS = 60;

const SCROLL_MS = 8000;

const ROUNDS = 12;

/** The large plan with 200 screens, all of them designed part by part. */
export function largeApp(): Definition {
  const plan = largePlan();
  const made = screensOf(plan).list.map((screen): Screen => {
    const table = 'tableId' in screen ? plan.tables.find(({ id }) => id === screen.tableId) : undefined;
    if (!table) return screen;
    if (screen.kind === 'list')
      return { ...screen, row: madeRow(plan, table), sort: [{ text: 'name', direction: 'ascending' }] };
    if (screen.kind === 'record') return { ...screen, parts: madeRecordParts(plan, table) };
    return screen.kind === 'form' ? { ...screen, parts: madeFormParts(table) } : screen;
  });
  const more = made
    .filter(({ kind }) => kind === 'list')
    .slice(0, SCREENS - made.length)
    .map((screen): Screen => ({ ...screen, id: `${screen.id}-more`, name: `${screen.name} more` }));
  return { ...plan, screens: { startId: 'start', list: [...made, ...more] } };
}

/** Asks for every statement of every screen, as if all of them were on show. */
function forced(definition: Definition): number {
  return compileApp(definition).screens.reduce((length, screen) => {
    if (screen.kind === 'list')
      return length + listSql(screen.list, { by: 'design', direction: 'ascending' }, {}).sql.length;
    if (screen.kind === 'record') return length + screen.record.statement.sql.length;
    return screen.kind === 'form' ? length + screen.form.parts.length : length;
  }, 0);
}

export function measureCompile(say: Say): void {
  const app = largeApp();
  const fresh: number[] = [];
  for (let round = 0; round < 10; round++) {
    // Nothing is known of a copy: all is compiled anew.
    const copy = structuredClone(app);
    const begun = performance.now();
    forced(copy);
    fresh.push(performance.now() - begun);
  }
  say('compile_60_tables_200_screens_median', median(fresh), 'ms');
  const edits: number[] = [];
  let now = app;
  forced(now);
  // The first edit looks at every expression; those after it at what they change.
  for (let round = -5; round < 30; round++) {
    const screen = screensOf(now).list[1 + Math.abs(round) * 3] as ScreenOf<'list'>;
    const edit: Edit = {
      kind: 'setScreen',
      screen: screen.kind === 'list' ? { ...screen, sort: [{ text: 'name', direction: 'descending' }] } : screen,
    };
    const begun = performance.now();
    now = applyEdit(now, edit).definition;
    forced(now);
    if (round === -5) say('first_screen_edit', performance.now() - begun, 'ms');
    if (round >= 0) edits.push(performance.now() - begun);
  }
  say('one_screen_edit_recompiled_p95', p95(edits), 'ms');
}

/**
 * Scrolls the list that is on show for some seconds: the time of each frame, and for how long rows in sight were blank.
 */
export async function measureScroll(page: Page, say: Say): Promise<void> {
  const { frames, blank, share } = (await page.evaluate(
    `new Promise((resolve) => {
      const phone = document.querySelector('[aria-label="Bench phone"]');
      const list = [...phone.querySelectorAll('[role=list]')].find((each) => !each.closest('[aria-hidden=true]'));
      const scroller = list.scrollHeight > list.clientHeight ? list : list.parentElement;
      const frames = [];
      let blankSince = null, blank = 0, last = performance.now();
      const begun = last;
      const from = scroller.scrollTop;
      const middle = () => { const box = scroller.getBoundingClientRect(); const at = document.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2); return at?.closest('[role=listitem]')?.textContent ?? ''; };
      const step = (now) => {
        frames.push(now - last);
        last = now;
        if (middle() === '') { blankSince ??= now; blank = Math.max(blank, now - blankSince); } else blankSince = null;
        if (now - begun > ${SCROLL_MS}) return resolve({ frames: frames.slice(2), blank, share: (scroller.scrollTop - from) / (42 * (frames.length - 1)) });
        // As fast as a thumb flings: some 2,500 points a second.
        scroller.scrollTop += 42;
        requestAnimationFrame(step);
      };
      requestAnimationFrame(step);
    })`,
  )) as { frames: number[]; blank: number; share: number };
  // A list that jumps back has less to draw.
  if (share < 0.98) throw new Error(`the list went only ${Math.round(share * 100)} % of the way`);
  say('scroll_100000_pictures_frame_p95', p95(frames), 'ms');
  say('scroll_100000_pictures_longest_blank', blank, 'ms');
}

/** From the press on a setting to the repainted screen, with a list of rows below it. */
export async function measureSettings(page: Page, reference: Reference, say: Say): Promise<void> {
  const phone = page.getByRole('region', { name: 'Bench phone' });
  await phone.getByRole('link', { name: 'Settings' }).click();
  const times: Painted[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    for (const [label, shown] of [
      ['Code', 'EUR'],
      ['Sign', '€'],
    ] as const) {
      await page.waitForTimeout(60);
      times.push(
        await reference.beside(
          page,
          'relabel',
          `[...phone.querySelectorAll('[role=radio]')].find((each) => each.textContent === '${label}').click()`,
          `[...phone.querySelectorAll('[role=status]')].some((each) => each.textContent.includes('${shown}'))`,
        ),
      );
    }
  }
  sayPainted(say, 'setting_reformatted', times, 'p95');
}

/** An app with one table of 60 fields, as an app file on disk. */
export function wideFormFile(): string {
  const edits: Edit[] = [
    { kind: 'addTable', tableId: 'w', columnId: 'w0', name: 'Wide' },
    ...Array.from({ length: FIELDS - 1 }, (_, index): Edit => ({
      kind: 'addColumn',
      tableId: 'w',
      column: {
        id: `w${index + 1}`,
        name: `Field ${index + 1}`,
        kind: 'text',
        required: false,
        unique: false,
        default: { kind: 'none' },
      },
    })),
    {
      kind: 'setScreen',
      screen: {
        kind: 'form',
        id: 'form-w',
        name: 'Wide form',
        tableId: 'w',
        parts: [
          ...Array.from({ length: FIELDS }, (_, index) => ({
            id: `f${index}`,
            kind: 'field' as const,
            columnId: `w${index}`,
          })),
          { id: 'sum', kind: 'fact', slot: { id: 's', text: "name || ' ' || field_1", label: 'Together' } },
        ],
      },
    },
  ];
  const definition = edits.reduce<Definition>((made, edit) => applyEdit(made, edit).definition, {
    id: 'wide-form',
    name: 'Wide form',
    theme: { accent: 'slate' },
    tables: [],
  });
  const file = join(tmpdir(), 'wide-form.json');
  writeFileSync(file, JSON.stringify({ format: 'fern-shelf-app', version: 1, definition }));
  return file;
}

/** From a key in a form of 60 fields to the frame that shows the letter. */
export async function measureTyping(page: Page, reference: Reference, say: Say): Promise<void> {
  const phone = page.getByRole('region', { name: 'Bench phone' });
  await phone.getByRole('link', { name: /^Wide/ }).click();
  await phone.getByRole('button', { name: 'Add Wide' }).first().click();
  await phone.getByRole('textbox', { name: 'Name', exact: true }).waitFor();
  await page.waitForTimeout(500);
  const times: Painted[] = [];
  for (let letter = 1; letter <= 40; letter++) {
    const text = 'x'.repeat(letter);
    const action = `const input = phone.querySelector('[aria-label="Name"]'); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(input, '${text}'); input.dispatchEvent(new Event('input', { bubbles: true }))`;
    times.push(
      await reference.beside(page, 'relabel', action, `phone.querySelector('[aria-label="Name"]').value === '${text}'`),
    );
    await page.waitForTimeout(40);
  }
  sayPainted(say, 'form_60_fields_key_to_paint', times, 'p95');
}
