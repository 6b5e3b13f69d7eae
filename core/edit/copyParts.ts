import { expressionFaults } from '@/core/check';
import type { Definition, FormPart, ListScreen, RecordPart, Screen, ScreenKind, ScreenOf, Table } from '@/core/model';
import { expressionsOfScreen, madeFormParts, madeRecordParts, madeRow } from '@/core/plan';

type App = Pick<Definition, 'tables' | 'people' | 'routines'>;

/** What of a screen can be taken into another: by an id, and in words. */
export interface CopyablePart {
  id: string;
  name: string;
}

/** A part as a screen of its own, so that it can be looked at by itself. */
type Alone<S> = CopyablePart & { alone: S };

/** How parts of one kind of screen are taken apart, and put into another. */
interface Copying<K extends ScreenKind> {
  parts(app: App, screen: ScreenOf<K>, table: Table | undefined): Alone<ScreenOf<K>>[];
  /** In place of what there can be but one of, else after what is there, under new ids. */
  put(
    app: App,
    to: ScreenOf<K>,
    taken: readonly ScreenOf<K>[],
    table: Table | undefined,
    newId: () => string,
  ): ScreenOf<K>;
}

const list: Copying<'list'> = {
  parts: (app, screen, table) => {
    const { kind, id, name, tableId, sort, section, totals } = screen;
    const base: ListScreen = { kind, id, name, tableId };
    const row = screen.row ?? (table && madeRow(app, table));
    return [
      ...(row ? [{ id: 'row', name: 'The row', alone: { ...base, row } }] : []),
      ...(sort ? [{ id: 'sort', name: 'The order', alone: { ...base, sort } }] : []),
      ...(section ? [{ id: 'section', name: 'The sections', alone: { ...base, section } }] : []),
      ...(totals ? [{ id: 'totals', name: 'The totals', alone: { ...base, totals } }] : []),
    ];
  },
  put: (_, to, taken) =>
    taken.reduce<ListScreen>((made, part) => ({ ...made, ...pick(part, ['row', 'sort', 'section', 'totals']) }), to),
};

const recordPartName = (part: RecordPart): string => {
  if (part.kind === 'button' || part.kind === 'routine') return part.label;
  return part.title ?? (part.kind === 'group' ? 'Facts' : 'Linked list');
};

const record: Copying<'record'> = {
  parts: (app, screen, table) =>
    (screen.parts ?? (table ? madeRecordParts(app, table) : [])).map((part) => ({
      id: part.id,
      name: recordPartName(part),
      alone: { ...screen, parts: [part], page: undefined },
    })),
  put: (app, to, taken, table, newId) => ({
    ...to,
    parts: [
      ...(to.parts ?? (table ? madeRecordParts(app, table) : [])),
      ...taken.flatMap(({ parts = [] }) => parts).map((part) => ({ ...part, id: newId() })),
    ],
  }),
};

function formPartName(part: FormPart, table: Table | undefined): string {
  switch (part.kind) {
    case 'heading':
      return part.text;
    case 'field':
      return table?.columns.find(({ id }) => id === part.columnId)?.name ?? 'Field';
    case 'fact':
      return part.slot.label ?? part.slot.text;
    case 'lines':
      return part.title ?? 'Lines';
  }
}

const form: Copying<'form'> = {
  parts: (_, screen, table) =>
    (screen.parts ?? (table ? madeFormParts(table) : [])).map((part) => ({
      id: part.id,
      name: formPartName(part, table),
      alone: { ...screen, parts: [part], checks: undefined },
    })),
  put: (_, to, taken, table, newId) => {
    const own = to.parts ?? (table ? madeFormParts(table) : []);
    const asked = new Set(own.flatMap((part) => ('columnId' in part ? [part.columnId] : [])));
    const more = taken.flatMap(({ parts = [] }) => parts);
    // A form asks for a column once: what comes takes the place of what is there.
    const replaced = own.map(
      (part) =>
        more.find(
          (each) =>
            'columnId' in each && 'columnId' in part && each.columnId === part.columnId && each.kind === part.kind,
        ) ?? part,
    );
    const added = more.filter((each) => !('columnId' in each) || !asked.has(each.columnId));
    return { ...to, parts: [...replaced, ...added.map((part) => ({ ...part, id: newId() }))] };
  },
};

const menu: Copying<'menu'> = {
  parts: (app, screen) =>
    screen.entries.map((entry) => ({
      id: entry.id,
      name:
        entry.kind === 'heading'
          ? entry.text
          : entry.kind === 'screen'
            ? (entry.label ?? entry.screenId)
            : entry.kind === 'routine'
              ? (entry.label ?? app.routines?.find(({ id }) => id === entry.routineId)?.name ?? 'Routine')
              : 'Entries made of rows',
      alone: { ...screen, entries: [entry] },
    })),
  put: (_, to, taken, __, newId) => ({
    ...to,
    entries: [...to.entries, ...taken.flatMap(({ entries }) => entries).map((entry) => ({ ...entry, id: newId() }))],
  }),
};

/** How parts of each kind of screen are copied; null where it has none. */
const copying: { [K in ScreenKind]: Copying<K> | null } = {
  list,
  record,
  form,
  menu,
  report: null,
  calendar: null,
  scan: null,
  settings: null,
};

export const canCopyParts = (kind: ScreenKind): boolean => copying[kind] !== null;

const copyingOf = (kind: ScreenKind) => copying[kind] as unknown as Copying<ScreenKind> | null;

const tableOf = ({ tables }: App, screen: Screen): Table | undefined =>
  'tableId' in screen ? tables.find(({ id }) => id === screen.tableId) : undefined;

/** What of `from` fits into `to`: where they are of different tables, only what its expressions allow. */
export function copyableParts(app: App, from: Screen, to: Screen): CopyablePart[] {
  if (from.kind !== to.kind) return [];
  const target = 'tableId' in to ? to.tableId : '';
  const isSame = !('tableId' in from) || from.tableId === target;
  return (copyingOf(from.kind)?.parts(app, from, tableOf(app, from)) ?? [])
    .filter(({ alone }) => isSame || fits(app, alone, target))
    .map(({ id, name }) => ({ id, name }));
}

function fits(app: App, alone: Screen, tableId: string): boolean {
  const isBound = (part: RecordPart | FormPart) =>
    part.kind === 'linked' || part.kind === 'routine' || part.kind === 'field' || part.kind === 'lines';
  if ((alone.kind === 'record' || alone.kind === 'form') && (alone.parts ?? []).some(isBound)) return false;
  return expressionsOfScreen(app, alone).every(
    ({ text, expected }) => expressionFaults(app, { text, tableId, expected }).length === 0,
  );
}

/**
 * `to` with the chosen parts of `from`: in place of its own where it can have but one, else after them under new ids.
 */
export function copyParts(app: App, from: Screen, to: Screen, chosen: readonly string[], newId: () => string): Screen {
  const allowed = new Set(copyableParts(app, from, to).map(({ id }) => id));
  if (allowed.size === 0) return to;
  const of = copyingOf(to.kind);
  const taken = (of?.parts(app, from, tableOf(app, from)) ?? [])
    .filter(({ id }) => chosen.includes(id) && allowed.has(id))
    .map(({ alone }) => structuredClone(alone));
  return of && taken.length > 0 ? of.put(app, to, taken, tableOf(app, to), newId) : to;
}

/** A screen that has the chosen parts of it and nothing else; null where none of them is there. */
export function partsAlone(app: App, screen: Screen, chosen: readonly string[]): Screen | null {
  const alone = (copyingOf(screen.kind)?.parts(app, screen, tableOf(app, screen)) ?? [])
    .filter(({ id }) => chosen.includes(id))
    .map((part) => part.alone as Record<string, unknown>);
  if (alone.length === 0) return null;
  // What a screen has but one of stands by itself; parts and entries come one after another.
  return alone.reduce<Record<string, unknown>>(
    (made, part) =>
      Object.fromEntries(
        Object.entries({ ...made, ...part }).map(([key, value]) => [
          key,
          (key === 'parts' || key === 'entries') && Array.isArray(made[key]) ? [...made[key], ...(value as [])] : value,
        ]),
      ),
    {},
  ) as unknown as Screen;
}

/** `to` with all that `alone` has: in place of its own where it can have but one, else after them under new ids. */
export const putParts = (app: App, to: Screen, alone: Screen, newId: () => string): Screen =>
  copyingOf(to.kind)?.put(app, to, [structuredClone(alone)], tableOf(app, to), newId) ?? to;

function pick<T extends object, K extends keyof T>(object: T, keys: readonly K[]): Partial<Pick<T, K>> {
  return Object.fromEntries(
    keys.filter((key) => object[key] !== undefined).map((key) => [key, object[key]]),
  ) as Partial<Pick<T, K>>;
}
