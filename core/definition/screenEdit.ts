import { current, isDraft } from 'immer';
import type { z } from 'zod';
import { renameIn, spellName } from '@/core/expression';
import { ProblemError } from '@/core/problem';
import { type Column, type Definition, Theme } from './definition';
import { entryOf, fieldOf, freeName, linkedOf, screensOf, screensOfTable, slotOf } from './madeScreens';
import { analysed, isAsked } from './scope';
import { fitsParameter } from './parameter';
import { allSteps, Routine } from './routine';
import { namedIn } from './routineColumns';
import { expressionsOfRoutine, renameInRoutine } from './routineExpressions';
import { analysedAt } from './routineScope';
import { type Collecting, Frame, Query, Screen, type Screens } from './screen';
import { issuePlace } from './issuePlace';
import { expressionsOfQuery, expressionsOfScreen, type PlacedExpression } from './screenExpressions';

/** One change to the screens, the queries or the look of an app. */
export type ScreenEdit =
  | { kind: 'addScreen'; screen: Screen }
  | { kind: 'setScreen'; screen: Screen }
  /** A copy under a new id and a name that is free. */
  | { kind: 'duplicateScreen'; screenId: string; copyId: string }
  | { kind: 'removeScreen'; screenId: string }
  | { kind: 'moveScreen'; screenId: string; to: number }
  | { kind: 'setStart'; screenId: string }
  | { kind: 'setFrame'; frame: Frame | null }
  | { kind: 'setTheme'; theme: Theme }
  | { kind: 'setQuery'; query: Query }
  | { kind: 'removeQuery'; queryId: string }
  | { kind: 'setRoutine'; routine: Routine }
  | { kind: 'removeRoutine'; routineId: string };

const kinds: readonly string[] = ['addScreen', 'setScreen', 'duplicateScreen', 'removeScreen', 'moveScreen', 'setStart', 'setFrame', 'setTheme', 'setQuery', 'removeQuery', 'setRoutine', 'removeRoutine'] satisfies ScreenEdit['kind'][];
export const isScreenEdit = (edit: { kind: string }): edit is ScreenEdit => kinds.includes(edit.kind);

/** The screens as they can be changed: with the first change, those made from the plan become the app's own. */
function owned(before: Definition, draft: Definition): Screens {
  draft.screens ??= structuredClone(screensOf(before));
  return draft.screens;
}

/** What an edit brings in as the file of an app would have to hold it, or it could not be opened again. Throws a Problem. */
function fitting<T>(schema: z.ZodType<T>, value: T, what: string): void {
  const parsed = schema.safeParse(value);
  const issue = parsed.error?.issues[0];
  if (issue) throw new ProblemError({ code: 'definition', place: what, reason: `${issuePlace(issue, 'its')} ${issue.message}` });
}

export function changeScreens(before: Definition, draft: Definition, edit: ScreenEdit): void {
  if (edit.kind === 'addScreen' || edit.kind === 'setScreen') fitting(Screen, { ...edit.screen, name: edit.screen.name.trim().slice(0, 80) || 'Screen' }, `the screen ${edit.screen.name.slice(0, 80)}`);
  if (edit.kind === 'setQuery') fitting(Query, edit.query, `the query ${edit.query.name.slice(0, 80)}`);
  if (edit.kind === 'setRoutine') fitting(Routine, edit.routine, `the routine ${edit.routine.name.slice(0, 80)}`);
  if (edit.kind === 'setTheme') fitting(Theme, edit.theme, 'the look of the app');
  if (edit.kind === 'setFrame' && edit.frame) fitting(Frame, edit.frame, 'the frame of the app');
  switch (edit.kind) {
    case 'addScreen': {
      const { list } = owned(before, draft);
      list.push({ ...edit.screen, name: freeName(edit.screen.name, namesOf(list)) });
      return;
    }
    case 'setScreen': {
      const { list } = owned(before, draft);
      const name = edit.screen.name.trim();
      if (name === '' || name.length > 80) throw new ProblemError({ code: 'name', name, reason: name === '' ? 'empty' : 'too-long', what: 'screen' });
      if (list.some((other) => other.id !== edit.screen.id && other.name.toLowerCase() === name.toLowerCase())) throw new ProblemError({ code: 'name', name, reason: 'taken', what: 'screen' });
      list[indexOf(list, edit.screen.id)] = { ...edit.screen, name };
      return;
    }
    case 'duplicateScreen': {
      const { list } = owned(before, draft);
      const at = indexOf(list, edit.screenId);
      const original = list[at] as Screen;
      const copy = structuredClone(isDraft(original) ? current(original) : original);
      list.splice(at + 1, 0, { ...copy, id: edit.copyId, name: freeName(copy.name, namesOf(list)) });
      return;
    }
    case 'removeScreen': {
      const screens = owned(before, draft);
      const screen = screens.list[indexOf(screens.list, edit.screenId)] as Screen;
      if (screens.startId === edit.screenId) throw new ProblemError({ code: 'in-use', name: screen.name, by: ['the app’s start: choose another start screen first'] });
      const by = (draft.routines ?? []).filter((routine) => namedIn(routine).screens.includes(edit.screenId)).map(({ name }) => `the routine ${name}`);
      if (by.length > 0) throw new ProblemError({ code: 'in-use', name: screen.name, by });
      removeScreens(screens, [edit.screenId]);
      return;
    }
    case 'moveScreen': {
      const { list } = owned(before, draft);
      const [screen] = list.splice(indexOf(list, edit.screenId), 1);
      list.splice(Math.max(0, Math.min(edit.to, list.length)), 0, screen as Screen);
      return;
    }
    case 'setStart':
      owned(before, draft).startId = edit.screenId;
      return;
    case 'setFrame': {
      const screens = owned(before, draft);
      if (edit.frame) screens.frame = edit.frame;
      else delete screens.frame;
      return;
    }
    case 'setTheme':
      draft.theme = edit.theme;
      return;
    case 'setQuery': {
      draft.queries ??= [];
      const at = draft.queries.findIndex(({ id }) => id === edit.query.id);
      if (at < 0) draft.queries.push({ ...edit.query, name: freeName(edit.query.name, namesOf(draft.queries)) });
      else draft.queries[at] = edit.query;
      keepGiven(draft, edit.query);
      return;
    }
    case 'removeQuery': {
      const query = draft.queries?.find(({ id }) => id === edit.queryId);
      const by = [
        ...(draft.screens?.list ?? []).filter((screen) => usesQuery(screen, edit.queryId)).map(({ name }) => `the screen ${name}`),
        ...(draft.routines ?? []).filter((routine) => namedIn(routine).queries.includes(edit.queryId)).map(({ name }) => `the routine ${name}`),
      ];
      if (by.length > 0) throw new ProblemError({ code: 'in-use', name: query?.name ?? 'This query', by });
      dropQueries(draft, ({ id }) => id === edit.queryId);
      return;
    }
    case 'setRoutine': {
      draft.routines ??= [];
      const at = draft.routines.findIndex(({ id }) => id === edit.routine.id);
      if (at < 0) draft.routines.push({ ...edit.routine, name: freeName(edit.routine.name, namesOf(draft.routines)) });
      else draft.routines[at] = edit.routine;
      return;
    }
    case 'removeRoutine': {
      const routine = draft.routines?.find(({ id }) => id === edit.routineId);
      const by = [
        ...(draft.screens?.list ?? []).filter((screen) => routinesOf(screen).includes(edit.routineId)).map(({ name }) => `the screen ${name}`),
        ...(draft.routines ?? []).filter((other) => namedIn(other).routines.includes(edit.routineId)).map(({ name }) => `the routine ${name}`),
      ];
      if (by.length > 0) throw new ProblemError({ code: 'in-use', name: routine?.name ?? 'This routine', by });
      const stay = (draft.routines ?? []).filter(({ id }) => id !== edit.routineId);
      if (stay.length > 0) draft.routines = stay;
      else delete draft.routines;
      return;
    }
  }
}

/** The routines that a screen runs. */
export function routinesOf(screen: Screen): string[] {
  switch (screen.kind) {
    case 'list':
      return screen.routineIds ?? [];
    case 'record':
      return (screen.parts ?? []).flatMap((part) => (part.kind === 'routine' ? [part.routineId] : []));
    case 'scan':
      return screen.found.kind === 'routine' ? [screen.found.routineId] : [];
    case 'menu':
      return screen.entries.flatMap((entry) => (entry.kind === 'routine' ? [entry.routineId] : []));
    default:
      return [];
  }
}

const namesOf = (named: readonly { name: string }[]): Set<string> => new Set(named.map(({ name }) => name.toLowerCase()));

function indexOf(list: readonly Screen[], screenId: string): number {
  const at = list.findIndex(({ id }) => id === screenId);
  if (at < 0) throw new ProblemError({ code: 'definition', place: 'screens', reason: 'this screen is no longer there' });
  return at;
}

function usesQuery(screen: Screen, queryId: string): boolean {
  if (screen.kind === 'list' || screen.kind === 'report') return screen.queryId === queryId;
  return screen.kind === 'menu' && screen.entries.some((entry) => entry.kind !== 'heading' && (entry.when?.queryId === queryId || (entry.kind === 'rows' && entry.queryId === queryId)));
}

/** What screens give a query stays where the query still takes it. */
function keepGiven(draft: Definition, { id, parameters = [] }: Query): void {
  type Source = { queryId?: string; given?: Record<string, string> };
  const ofScreens: Source[] = (draft.screens?.list ?? []).flatMap((screen): Source[] => (screen.kind === 'list' || screen.kind === 'report' ? [screen] : screen.kind === 'menu' ? screen.entries.filter((entry) => entry.kind === 'rows') : []));
  const ofRoutines: Source[] = (draft.routines ?? []).flatMap((routine) => allSteps(routine.steps).filter((step) => step.kind === 'each'));
  for (const source of [...ofScreens, ...ofRoutines].filter(({ queryId, given }) => queryId === id && given)) {
    const kept = Object.entries(source.given ?? {}).filter(([name, value]) => parameters.some((each) => each.name === name && each.kind !== 'person' && fitsParameter(each, value)));
    if (kept.length > 0) source.given = Object.fromEntries(kept);
    else delete source.given;
  }
}

function dropQueries(draft: Definition, goes: (query: Query) => boolean): void {
  const stay = (draft.queries ?? []).filter((query) => !goes(query));
  if (stay.length > 0) draft.queries = stay;
  else delete draft.queries;
}

/** Screens go with all that leads to them. */
function removeScreens(screens: Screens, ids: readonly string[]): void {
  const goes = (id: string | undefined) => id !== undefined && ids.includes(id);
  screens.list = screens.list.filter(({ id }) => !goes(id));
  if (screens.frame) {
    screens.frame.screenIds = screens.frame.screenIds.filter((id) => !goes(id));
    if (screens.frame.screenIds.length === 0) delete screens.frame;
  }
  for (const screen of screens.list) {
    if (screen.kind === 'menu') screen.entries = screen.entries.filter((entry) => entry.kind === 'heading' || entry.kind === 'routine' || !goes(entry.screenId));
    if (screen.kind === 'record' && screen.parts) {
      screen.parts = screen.parts.filter((part) => part.kind !== 'button' || !goes(part.screenId));
      for (const part of screen.parts) if (part.kind === 'linked' && goes(part.listScreenId)) delete part.listScreenId;
    }
    if ((screen.kind === 'record' || screen.kind === 'list') && goes(screen.formScreenId)) delete screen.formScreenId;
    if (screen.kind === 'list' && goes(screen.recordScreenId)) delete screen.recordScreenId;
  }
}

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
      for (const screen of screensOfTable(table)) screens.list.push({ ...screen, name: freeName(screen.name, namesOf(screens.list)) });
      const start = screens.list.find(({ id }) => id === screens.startId);
      if (start?.kind === 'menu') start.entries.splice(lastOf(start.entries), 0, entryOf(table));
      for (const column of table.columns) showColumn(screens, table.id, column);
      continue;
    }
    if (table.name !== old.name || table.recordName !== old.recordName) followName(screens, old, table);
    const added = table.columns.filter(({ id }) => !old.columns.some((column) => column.id === id));
    for (const column of added) showColumn(screens, table.id, column);
  }
}

/** Throws a Problem where a routine works with what goes. */
function assertNoRoutineNeeds(before: Definition, draft: Definition, gone: readonly string[], goneTables: readonly string[]): void {
  if (gone.length === 0 && goneTables.length === 0) return;
  const queries = (before.queries ?? []).filter(({ tableId }) => goneTables.includes(tableId)).map(({ id }) => id);
  const needs = (routine: Routine) => {
    const named = namedIn(routine);
    if (named.tables.some((id) => goneTables.includes(id)) || named.columns.some((id) => gone.includes(id)) || named.queries.some((id) => queries.includes(id))) return true;
    return expressionsOfRoutine(before, routine).some(({ scope, text, tableId }) => analysedAt(before, scope, text, tableId).references.some(({ id }) => gone.includes(id.replace(/^many /, ''))));
  };
  const by = (before.routines ?? []).filter(needs).map(({ name }) => `the routine ${name}`);
  if (by.length === 0) return;
  const table = before.tables.find(({ id }) => goneTables.includes(id));
  throw new ProblemError({ code: 'in-use', name: table?.name ?? before.tables.flatMap(({ columns }) => columns).find(({ id }) => gone.includes(id))?.name ?? draft.name, by });
}

/** Before the way to the settings, which stays last. */
const lastOf = (entries: readonly { kind: string; id: string }[]): number => (entries.at(-1)?.id === 'to-settings' ? entries.length - 1 : entries.length);

/** Screens that still bear the names that they were made with take up the new ones. */
function followName(screens: Screens, old: Definition['tables'][number], table: Definition['tables'][number]): void {
  const [madeBefore, madeNow] = [screensOfTable(old), screensOfTable(table)];
  for (const screen of screens.list) {
    const at = madeBefore.findIndex(({ id, name }) => id === screen.id && name === screen.name);
    if (at >= 0) screen.name = freeName(madeNow[at]?.name ?? screen.name, namesOf(screens.list.filter((other) => other !== screen)));
  }
}

/** A new column stands at the end of every form and record of its table that was designed, a new link's records in those that it leads to. */
function showColumn({ list }: Screens, tableId: string, column: Column): void {
  for (const screen of list) {
    if (!('tableId' in screen) || screen.tableId !== tableId) continue;
    if (screen.kind === 'form' && screen.parts && isAsked(column)) screen.parts.push(fieldOf(column));
    const group = screen.kind === 'record' ? screen.parts?.findLast((part) => part.kind === 'group') : undefined;
    if (group?.kind === 'group') group.facts.push({ ...slotOf(column), label: column.name });
  }
  if (column.kind !== 'link') return;
  for (const screen of list) if (screen.kind === 'record' && screen.tableId === column.tableId) screen.parts?.push(linkedOf(column));
}

function removeTables(draft: Definition, screens: Screens, tableIds: readonly string[]): void {
  const of = (tableId: string) => tableIds.includes(tableId);
  const ids = screens.list.filter((screen) => 'tableId' in screen && of(screen.tableId)).map(({ id }) => id);
  if (ids.includes(screens.startId)) throw new ProblemError({ code: 'in-use', name: draft.name, by: ['the app’s start: choose another start screen first'] });
  removeScreens(screens, ids);
  keepCollecting(screens, (tableId) => !of(tableId), () => true);
  for (const screen of screens.list) if (screen.kind === 'menu') screen.entries = screen.entries.filter((entry) => entry.kind !== 'rows' || !of(entry.tableId));
}

/** Working lists are saved as far as there is something to save into. Scan screens look where there are still codes; one that has nowhere left to look goes. */
function keepCollecting(screens: Screens, hasTable: (tableId: string) => boolean, hasColumn: (columnId: string) => boolean): void {
  const gone: string[] = [];
  const keeps = (collecting: Collecting): boolean => {
    for (const key of ['countId', 'parentId'] as const) {
      const id = collecting[key];
      if (id !== undefined && !hasColumn(id)) delete collecting[key];
    }
    return hasTable(collecting.tableId) && hasColumn(collecting.linkId);
  };
  for (const screen of screens.list) {
    if (screen.kind === 'list' && screen.collect && !keeps(screen.collect)) {
      delete screen.collect;
      if (screen.tap === 'collect') delete screen.tap;
    }
    if (screen.kind !== 'scan') continue;
    screen.codes = screen.codes.filter(({ tableId, columnId }) => hasTable(tableId) && hasColumn(columnId));
    const { found } = screen;
    if (found.kind === 'collect' && !keeps(found)) screen.found = { kind: 'open' };
    if (screen.codes.length === 0) gone.push(screen.id);
  }
  if (gone.length === 0) return;
  if (gone.includes(screens.startId)) throw new ProblemError({ code: 'in-use', name: 'This column', by: ['the app’s start: choose another start screen first'] });
  removeScreens(screens, gone);
}

function dropColumns(before: Definition, draft: Definition, gone: readonly string[], goneTables: readonly string[]): void {
  const { list = [] } = draft.screens ?? {};
  const uses = ({ tableId, text }: PlacedExpression) => !goneTables.includes(tableId) && before.tables.some(({ id }) => id === tableId) && analysed(before, tableId, text).references.some(({ id }) => gone.includes(id.replace(/^many /, '')));
  const needed = [
    ...(draft.queries ?? []).filter((query) => expressionsOfQuery(before, query).some(uses)).map(({ name }) => `the query ${name}`),
    ...list.filter((screen) => !('tableId' in screen && goneTables.includes(screen.tableId)) && expressionsOfScreen(before, screen).some((each) => each.drop === null && uses(each))).map(({ name }) => `the screen ${name}`),
  ];
  if (needed.length > 0) {
    const name = before.tables.flatMap(({ columns }) => columns).find(({ id }) => gone.includes(id))?.name ?? 'This column';
    throw new ProblemError({ code: 'in-use', name, by: needed });
  }
  if (draft.screens) keepCollecting(draft.screens, () => true, (columnId) => !gone.includes(columnId));
  for (const screen of draft.screens?.list ?? []) {
    expressionsOfScreen(before, screen).filter(uses).forEach(({ drop }) => drop?.());
    const goes = (id: string | undefined) => id !== undefined && gone.includes(id);
    switch (screen.kind) {
      case 'list':
        if (screen.filters) screen.filters = screen.filters.filter((id) => !goes(id));
        if (goes(screen.labels?.columnId)) delete screen.labels;
        break;
      case 'record':
        if (screen.parts) screen.parts = screen.parts.filter((part) => part.kind !== 'linked' || !goes(part.columnId));
        if (goes(screen.page?.lines?.columnId)) delete screen.page?.lines;
        break;
      case 'form':
        for (const part of screen.parts ?? []) if (part.kind === 'lines') part.fields = part.fields.filter((id) => !goes(id));
        for (const check of screen.checks ?? []) if (goes(check.columnId)) delete check.columnId;
        if (screen.parts) screen.parts = screen.parts.filter((part) => (part.kind === 'field' ? !goes(part.columnId) : part.kind !== 'lines' || (!goes(part.columnId) && part.fields.length > 0)));
        break;
      case 'menu':
        screen.entries = screen.entries.filter((entry) => entry.kind !== 'rows' || !goes(entry.columnId));
        break;
    }
  }
}

/** Expressions in screens and queries take up the names of after the edit. */
export function renameInScreens(before: Definition, draft: Definition, names: ReadonlyMap<string, string>): void {
  const expressions = [...(draft.queries ?? []).flatMap((query) => expressionsOfQuery(before, query)), ...(draft.screens?.list ?? []).flatMap((screen) => expressionsOfScreen(before, screen))];
  for (const { text, tableId, set } of expressions) {
    if (!before.tables.some(({ id }) => id === tableId)) continue;
    const renamed = renameIn(text, analysed(before, tableId, text).references, (id) => (names.has(id) ? spellName(names.get(id) as string) : null));
    if (renamed !== text) set(renamed);
  }
  for (const routine of draft.routines ?? []) renameInRoutine(before, routine, names);
}

/** What an edit of screens did, in the words of the undo button. */
export function describeScreenEdit(before: Definition, edit: ScreenEdit): string {
  const screen = 'screenId' in edit ? screensOf(before).list.find(({ id }) => id === edit.screenId) : undefined;
  switch (edit.kind) {
    case 'addScreen':
      return `Added the screen ${edit.screen.name}`;
    case 'setScreen': {
      const old = screensOf(before).list.find(({ id }) => id === edit.screen.id);
      return old && old.name !== edit.screen.name ? `Renamed the screen ${old.name} to ${edit.screen.name}` : `Changed the screen ${edit.screen.name}`;
    }
    case 'duplicateScreen':
      return `Duplicated the screen ${screen?.name ?? ''}`;
    case 'removeScreen':
      return `Removed the screen ${screen?.name ?? ''}`;
    case 'moveScreen':
      return `Moved the screen ${screen?.name ?? ''}`;
    case 'setStart':
      return `Made ${screen?.name ?? 'a screen'} the start screen`;
    case 'setFrame':
      return edit.frame ? `Gave the app ${edit.frame.kind === 'tabs' ? 'tabs' : 'a menu'}` : 'Took the app’s frame away';
    case 'setTheme':
      return 'Changed the theme';
    case 'setQuery':
      return before.queries?.some(({ id }) => id === edit.query.id) ? `Changed the query ${edit.query.name}` : `Added the query ${edit.query.name}`;
    case 'removeQuery':
      return `Removed the query ${before.queries?.find(({ id }) => id === edit.queryId)?.name ?? ''}`;
    case 'setRoutine':
      return before.routines?.some(({ id }) => id === edit.routine.id) ? `Changed the routine ${edit.routine.name}` : `Added the routine ${edit.routine.name}`;
    case 'removeRoutine':
      return `Removed the routine ${before.routines?.find(({ id }) => id === edit.routineId)?.name ?? ''}`;
  }
}
