import { current } from 'immer';
import { renameIn, spellName } from '@/core/expression';
import { ProblemError } from '@/core/problem';
import { dropQueries, namesOf, removeScreens } from './screenEdit';
import { isAsked } from '@/core/column';
import type { Column, Definition, Routine, Screens } from '@/core/model';
import {
  entryOf,
  fieldOf,
  freeName,
  linkedOf,
  screensOfTable,
  slotOf,
  namedIn,
  expressionsOfRoutine,
  renameInRoutine,
  analysedAt,
  analysed,
  expressionsOfQuery,
  expressionsOfScreen,
  type PlacedExpression,
  traitsOfScreen,
  type Going,
} from '@/core/plan';

/**
 * After a change of the plan: new tables get their screens and new columns their fields, and what shows a table or a
 * column that went goes with it. Throws a Problem where something that cannot be without a column still needs it.
 */
export function followPlan(before: Definition, draft: Definition): void {
  // Read from a copy: a draft wraps all that is looked at.
  const { tables } = current(draft);
  const there = new Set(tables.flatMap(({ columns }) => columns.map(({ id }) => id)));
  const gone = before.tables.flatMap(({ columns }) => columns.map(({ id }) => id)).filter((id) => !there.has(id));
  const goneTables = before.tables.filter(({ id }) => !tables.some((table) => table.id === id)).map(({ id }) => id);
  assertNoRoutineNeeds(before, draft, gone, goneTables);
  if (goneTables.length > 0) dropQueries(draft, ({ tableId }) => goneTables.includes(tableId));
  if (gone.length > 0) dropColumns(before, draft, gone, goneTables);
  const { screens } = draft;
  if (!screens) return;
  if (goneTables.length > 0) removeTables(draft, screens, goneTables);
  for (const table of tables) {
    const old = before.tables.find(({ id }) => id === table.id);
    if (!old) {
      for (const screen of screensOfTable(table))
        // A table that was copied may have brought its own.
        if (!screens.list.some(({ id }) => id === screen.id))
          screens.list.push({ ...screen, name: freeName(screen.name, namesOf(screens.list)) });
      const start = screens.list.find(({ id }) => id === screens.startId);
      if (start?.kind === 'menu') start.entries.splice(lastOf(start.entries), 0, entryOf(table));
      for (const column of table.columns) showLink(screens, column);
      continue;
    }
    if (table.name !== old.name || table.recordName !== old.recordName) followName(screens, old, table);
    const added = table.columns.filter(({ id }) => !old.columns.some((column) => column.id === id));
    for (const column of added) showColumn(screens, table.id, column);
  }
}

/** Throws a Problem where a routine works with what goes. */
function assertNoRoutineNeeds(
  before: Definition,
  draft: Definition,
  gone: readonly string[],
  goneTables: readonly string[],
): void {
  if (gone.length === 0 && goneTables.length === 0) return;
  const needs = (routine: Routine) => {
    const named = namedIn(routine);
    // A query is of a table that the step names, too.
    if (named.tables.some((id) => goneTables.includes(id)) || named.columns.some((id) => gone.includes(id)))
      return true;
    return expressionsOfRoutine(before, routine).some(({ scope, text, tableId }) =>
      analysedAt(before, scope, text, tableId).references.some(({ id }) => gone.includes(id.replace(/^many /, ''))),
    );
  };
  const by = (before.routines ?? []).filter(needs).map(({ name }) => `the routine ${name}`);
  if (by.length === 0) return;
  const table = before.tables.find(({ id }) => goneTables.includes(id));
  throw new ProblemError({
    code: 'in-use',
    name:
      table?.name ??
      before.tables.flatMap(({ columns }) => columns).find(({ id }) => gone.includes(id))?.name ??
      draft.name,
    by,
  });
}

/** Before the way to the settings, which stays last. */
const lastOf = (entries: readonly { kind: string; id: string }[]): number =>
  entries.at(-1)?.id === 'to-settings' ? entries.length - 1 : entries.length;

/** Screens that still bear the names that they were made with take up the new ones. */
function followName(screens: Screens, old: Definition['tables'][number], table: Definition['tables'][number]): void {
  const [madeBefore, madeNow] = [screensOfTable(old), screensOfTable(table)];
  for (const screen of screens.list) {
    const at = madeBefore.findIndex(({ id, name }) => id === screen.id && name === screen.name);
    if (at >= 0)
      screen.name = freeName(
        madeNow[at]?.name ?? screen.name,
        namesOf(screens.list.filter((other) => other !== screen)),
      );
  }
}

/** A new column stands at the end of every form and record of its table that was designed. */
function showColumn(screens: Screens, tableId: string, column: Column): void {
  for (const screen of screens.list) {
    if (!('tableId' in screen) || screen.tableId !== tableId) continue;
    const isThere =
      screen.kind === 'form' && screen.parts?.some((part) => 'columnId' in part && part.columnId === column.id);
    if (screen.kind === 'form' && screen.parts && isAsked(column) && !isThere) screen.parts.push(fieldOf(column));
    const group = screen.kind === 'record' ? screen.parts?.findLast((part) => part.kind === 'group') : undefined;
    if (group?.kind === 'group') group.facts.push({ ...slotOf(column), label: column.name });
  }
  showLink(screens, column);
}

/** The records of a new link stand in the records that it leads to. */
function showLink({ list }: Screens, column: Column): void {
  if (column.kind !== 'link') return;
  for (const screen of list) {
    if (screen.kind !== 'record' || screen.tableId !== column.tableId || !screen.parts) continue;
    const isThere = screen.parts.some((part) => part.kind === 'linked' && part.columnId === column.id);
    if (!isThere) screen.parts.push(linkedOf(column));
  }
}

function removeTables(draft: Definition, screens: Screens, tableIds: readonly string[]): void {
  const of = (tableId: string) => tableIds.includes(tableId);
  const ids = screens.list.filter((screen) => 'tableId' in screen && of(screen.tableId)).map(({ id }) => id);
  if (ids.includes(screens.startId))
    throw new ProblemError({
      code: 'in-use',
      name: draft.name,
      by: ['the app’s start: choose another start screen first'],
    });
  removeScreens(screens, ids);
  takeOut(screens, { table: of, column: () => false });
}

/** What works with what goes is taken out of screens; one that has nothing left to show goes too. */
function takeOut(screens: Screens, going: Going): void {
  const empty = screens.list.filter((screen) => !traitsOfScreen(screen).without(screen, going)).map(({ id }) => id);
  if (empty.length === 0) return;
  if (empty.includes(screens.startId))
    throw new ProblemError({
      code: 'in-use',
      name: 'This column',
      by: ['the app’s start: choose another start screen first'],
    });
  removeScreens(screens, empty);
}

function dropColumns(
  before: Definition,
  draft: Definition,
  gone: readonly string[],
  goneTables: readonly string[],
): void {
  const { list = [] } = draft.screens ?? {};
  const uses = ({ tableId, text }: PlacedExpression) =>
    !goneTables.includes(tableId) &&
    before.tables.some(({ id }) => id === tableId) &&
    analysed(before, tableId, text).references.some(({ id }) => gone.includes(id.replace(/^many /, '')));
  const needed = [
    ...(draft.queries ?? [])
      .filter((query) => expressionsOfQuery(before, query).some(uses))
      .map(({ name }) => `the query ${name}`),
    ...list
      .filter(
        (screen) =>
          !('tableId' in screen && goneTables.includes(screen.tableId)) &&
          expressionsOfScreen(before, screen).some((each) => each.drop === null && uses(each)),
      )
      .map(({ name }) => `the screen ${name}`),
  ];
  if (needed.length > 0) {
    const name =
      before.tables.flatMap(({ columns }) => columns).find(({ id }) => gone.includes(id))?.name ?? 'This column';
    throw new ProblemError({ code: 'in-use', name, by: needed });
  }
  for (const screen of list)
    expressionsOfScreen(before, screen)
      .filter(uses)
      .forEach(({ drop }) => drop?.());
  const goes = (id: string | undefined) => id !== undefined && gone.includes(id);
  if (draft.screens) takeOut(draft.screens, { table: () => false, column: goes });
}

/** Expressions in screens and queries take up the names of after the edit. */
export function renameInScreens(before: Definition, draft: Definition, names: ReadonlyMap<string, string>): void {
  const expressions = [
    ...(draft.queries ?? []).flatMap((query) => expressionsOfQuery(before, query)),
    ...(draft.screens?.list ?? []).flatMap((screen) => expressionsOfScreen(before, screen)),
  ];
  for (const { text, tableId, set } of expressions) {
    if (!before.tables.some(({ id }) => id === tableId)) continue;
    const renamed = renameIn(text, analysed(before, tableId, text).references, (id) =>
      names.has(id) ? spellName(names.get(id) as string) : null,
    );
    if (renamed !== text) set(renamed);
  }
  for (const routine of draft.routines ?? []) renameInRoutine(before, routine, names);
}
