import { ProblemError } from '@/core/problem';
import {
  type Definition,
  type ProjectOptions,
  type Theme,
  allSteps,
  type Routine,
  type Frame,
  type Query,
  type Screen,
  type Screens,
} from '@/core/model';
import { freeName, screensOf, fitsParameter, namedIn, traitsOfScreen, type Source } from '@/core/plan';
/** One change to the screens, the queries or the look of an app. */
export type ScreenEdit =
  | { kind: 'addScreen'; screen: Screen }
  | { kind: 'setScreen'; screen: Screen }
  | { kind: 'removeScreen'; screenId: string }
  | { kind: 'moveScreen'; screenId: string; to: number }
  | { kind: 'setStart'; screenId: string }
  | { kind: 'setFrame'; frame: Frame | null }
  | { kind: 'setTheme'; theme: Theme }
  | { kind: 'setProject'; project: ProjectOptions }
  | { kind: 'setQuery'; query: Query }
  | { kind: 'removeQuery'; queryId: string }
  | { kind: 'setRoutine'; routine: Routine }
  | { kind: 'removeRoutine'; routineId: string };

/** The screens as they can be changed: with the first change, those made from the plan become the app's own. */
function owned(before: Definition, draft: Definition): Screens {
  draft.screens ??= structuredClone(screensOf(before));
  return draft.screens;
}

/** What each kind of edit does to the draft of a definition. */
const changes: {
  [K in ScreenEdit['kind']]: (before: Definition, draft: Definition, edit: Extract<ScreenEdit, { kind: K }>) => void;
} = {
  addScreen(before, draft, edit) {
    const { list } = owned(before, draft);
    list.push({ ...edit.screen, name: freeName(edit.screen.name, namesOf(list)) });
  },
  setScreen(before, draft, edit) {
    const { list } = owned(before, draft);
    const name = edit.screen.name.trim();
    if (name === '' || name.length > 80)
      throw new ProblemError({ code: 'name', name, reason: name === '' ? 'empty' : 'too-long', what: 'screen' });
    if (list.some((other) => other.id !== edit.screen.id && other.name.toLowerCase() === name.toLowerCase()))
      throw new ProblemError({ code: 'name', name, reason: 'taken', what: 'screen' });
    list[indexOf(list, edit.screen.id)] = { ...edit.screen, name };
  },
  removeScreen(before, draft, edit) {
    const screens = owned(before, draft);
    const screen = screens.list[indexOf(screens.list, edit.screenId)] as Screen;
    if (screens.startId === edit.screenId)
      throw new ProblemError({
        code: 'in-use',
        name: screen.name,
        by: ['the app’s start: choose another start screen first'],
      });
    const by = (draft.routines ?? [])
      .filter((routine) => namedIn(routine).screens.includes(edit.screenId))
      .map(({ name }) => `the routine ${name}`);
    if (by.length > 0) throw new ProblemError({ code: 'in-use', name: screen.name, by });
    removeScreens(screens, [edit.screenId]);
  },
  moveScreen(before, draft, edit) {
    const { list } = owned(before, draft);
    const [screen] = list.splice(indexOf(list, edit.screenId), 1);
    list.splice(Math.max(0, Math.min(edit.to, list.length)), 0, screen as Screen);
  },
  setStart(before, draft, edit) {
    owned(before, draft).startId = edit.screenId;
  },
  setFrame(before, draft, edit) {
    const screens = owned(before, draft);
    if (edit.frame) screens.frame = edit.frame;
    else delete screens.frame;
  },
  setTheme(_, draft, edit) {
    draft.theme = edit.theme;
  },
  setProject(_, draft, edit) {
    draft.project = edit.project;
  },
  setQuery(_, draft, edit) {
    draft.queries ??= [];
    const at = draft.queries.findIndex(({ id }) => id === edit.query.id);
    if (at < 0) draft.queries.push({ ...edit.query, name: freeName(edit.query.name, namesOf(draft.queries)) });
    else draft.queries[at] = edit.query;
    keepGiven(draft, edit.query);
  },
  removeQuery(_, draft, edit) {
    const query = draft.queries?.find(({ id }) => id === edit.queryId);
    const by = [
      ...(draft.screens?.list ?? [])
        .filter((screen) => usesQuery(screen, edit.queryId))
        .map(({ name }) => `the screen ${name}`),
      ...(draft.routines ?? [])
        .filter((routine) => namedIn(routine).queries.includes(edit.queryId))
        .map(({ name }) => `the routine ${name}`),
    ];
    if (by.length > 0) throw new ProblemError({ code: 'in-use', name: query?.name ?? 'This query', by });
    dropQueries(draft, ({ id }) => id === edit.queryId);
  },
  setRoutine(_, draft, edit) {
    draft.routines ??= [];
    const at = draft.routines.findIndex(({ id }) => id === edit.routine.id);
    if (at < 0) draft.routines.push({ ...edit.routine, name: freeName(edit.routine.name, namesOf(draft.routines)) });
    else draft.routines[at] = edit.routine;
  },
  removeRoutine(_, draft, edit) {
    const routine = draft.routines?.find(({ id }) => id === edit.routineId);
    const by = [
      ...(draft.screens?.list ?? [])
        .filter((screen) => routinesOf(screen).includes(edit.routineId))
        .map(({ name }) => `the screen ${name}`),
      ...(draft.routines ?? [])
        .filter((other) => namedIn(other).routines.includes(edit.routineId))
        .map(({ name }) => `the routine ${name}`),
    ];
    if (by.length > 0) throw new ProblemError({ code: 'in-use', name: routine?.name ?? 'This routine', by });
    const stay = (draft.routines ?? []).filter(({ id }) => id !== edit.routineId);
    if (stay.length > 0) draft.routines = stay;
    else delete draft.routines;
  },
};

export const isScreenEdit = (edit: { kind: string }): edit is ScreenEdit => Object.hasOwn(changes, edit.kind);

export const changeScreens = (before: Definition, draft: Definition, edit: ScreenEdit): void =>
  changes[edit.kind](before, draft, edit as never);

/** The routines that a screen runs. */
export const routinesOf = (screen: Screen): string[] => traitsOfScreen(screen).routines(screen);

export const namesOf = (named: readonly { name: string }[]): Set<string> =>
  new Set(named.map(({ name }) => name.toLowerCase()));

function indexOf(list: readonly Screen[], screenId: string): number {
  const at = list.findIndex(({ id }) => id === screenId);
  if (at < 0)
    throw new ProblemError({ code: 'definition', place: 'screens', reason: 'this screen is no longer there' });
  return at;
}

function usesQuery(screen: Screen, queryId: string): boolean {
  const { sources, queries } = traitsOfScreen(screen);
  return sources(screen).some((source) => source.queryId === queryId) || queries(screen).includes(queryId);
}

/** What screens give a query stays where the query still takes it. */
function keepGiven(draft: Definition, { id, parameters = [] }: Query): void {
  const ofScreens = (draft.screens?.list ?? []).flatMap((screen): Source[] => traitsOfScreen(screen).sources(screen));
  const ofRoutines: Source[] = (draft.routines ?? []).flatMap((routine) =>
    allSteps(routine.steps).filter((step) => step.kind === 'each'),
  );
  for (const source of [...ofScreens, ...ofRoutines].filter(({ queryId, given }) => queryId === id && given)) {
    const kept = Object.entries(source.given ?? {}).filter(([name, value]) =>
      parameters.some((each) => each.name === name && each.kind !== 'person' && fitsParameter(each, value)),
    );
    if (kept.length > 0) source.given = Object.fromEntries(kept);
    else delete source.given;
  }
}

export function dropQueries(draft: Definition, goes: (query: Query) => boolean): void {
  const stay = (draft.queries ?? []).filter((query) => !goes(query));
  if (stay.length > 0) draft.queries = stay;
  else delete draft.queries;
}

/** Screens go with all that leads to them. */
export function removeScreens(screens: Screens, ids: readonly string[]): void {
  const goes = (id: string | undefined) => id !== undefined && ids.includes(id);
  screens.list = screens.list.filter(({ id }) => !goes(id));
  if (screens.frame) {
    screens.frame.screenIds = screens.frame.screenIds.filter((id) => !goes(id));
    if (screens.frame.screenIds.length === 0) delete screens.frame;
  }
  for (const screen of screens.list) traitsOfScreen(screen).withoutScreens(screen, goes);
}

/** What an edit of screens did, in the words of the undo button. */
export function describeScreenEdit(before: Definition, edit: ScreenEdit): string {
  const screen = 'screenId' in edit ? screensOf(before).list.find(({ id }) => id === edit.screenId) : undefined;
  switch (edit.kind) {
    case 'addScreen':
      return `Added the screen ${edit.screen.name}`;
    case 'setScreen': {
      const old = screensOf(before).list.find(({ id }) => id === edit.screen.id);
      return old && old.name !== edit.screen.name
        ? `Renamed the screen ${old.name} to ${edit.screen.name}`
        : `Changed the screen ${edit.screen.name}`;
    }
    case 'removeScreen':
      return `Removed the screen ${screen?.name ?? ''}`;
    case 'moveScreen':
      return `Moved the screen ${screen?.name ?? ''}`;
    case 'setStart':
      return `Made ${screen?.name ?? 'a screen'} the start screen`;
    case 'setFrame':
      return edit.frame
        ? `Gave the app ${edit.frame.kind === 'tabs' ? 'tabs' : 'a menu'}`
        : 'Took the app’s frame away';
    case 'setTheme':
      return 'Changed the theme';
    case 'setProject':
      return 'Changed the finished project';
    case 'setQuery':
      return before.queries?.some(({ id }) => id === edit.query.id)
        ? `Changed the query ${edit.query.name}`
        : `Added the query ${edit.query.name}`;
    case 'removeQuery':
      return `Removed the query ${before.queries?.find(({ id }) => id === edit.queryId)?.name ?? ''}`;
    case 'setRoutine':
      return before.routines?.some(({ id }) => id === edit.routine.id)
        ? `Changed the routine ${edit.routine.name}`
        : `Added the routine ${edit.routine.name}`;
    case 'removeRoutine':
      return `Removed the routine ${before.routines?.find(({ id }) => id === edit.routineId)?.name ?? ''}`;
  }
}
