import { produce } from 'immer';
import type { ClipItem, Clipping } from './clipping';
import { cut } from './clip';
import { withIds } from './ids';
import { type Choice, type Choices, columnLike, likeliest, type Match, matches } from './match';
import { needsOf, seedsOf, type Thing, type ThingKind, thingsOf } from './needs';
import { applyEdit, followRenames, type PlanEdit, putParts } from '@/core/edit';
import type { Column, Definition, Screen, Table } from '@/core/model';
import { freeIdentifier, freeName, incomingLinks, madeIds, screensOf } from '@/core/plan';
import { ProblemError } from '@/core/problem';

/** Something that what was copied needs, and what becomes of it. */
export interface Need {
  kind: Exclude<ThingKind, 'column'>;
  id: string;
  name: string;
  choice: Choice;
  /** The app's own that could take its place. */
  own: Match[];
  canGo: boolean;
}

/** What a clipping would bring into an app. */
export interface Coming {
  needs: Need[];
  /** Columns that come into tables which the app has already. */
  columns: { table: string; names: string[] }[];
}

/** Into which table columns come, or into which screen parts. */
export type Into = string | null;

/** A clipping in an app, as far as what comes along, what is used in place of what, and what goes is chosen. */
interface Landing {
  app: Definition;
  clipping: Clipping;
  into: Into;
  things: ReadonlyMap<string, Thing>;
  /** The ids of all in the clipping that is needed, with what the app has in its place. */
  needed: ReadonlySet<string>;
  choiceOf: (thing: Thing) => Choice;
  tableUsed: (tableId: string) => string | null;
  columnUsed: (thing: Thing) => Column | null;
}

/** What a clipping needs in an app by what was chosen so far. Throws a Problem where that cannot stand. */
export function coming(app: Definition, clipping: Clipping, choices: Choices = {}, into: Into = null): Coming {
  const landing = land(app, clipping, choices, into);
  const own = new Set(seedsOf(landing.clipping.definition, landing.clipping.item));
  const { tableUsed } = landing;
  const needs = [...landing.needed].flatMap((id): Need[] => {
    const thing = landing.things.get(id);
    if (!thing || thing.kind === 'column' || own.has(id) || isFixed(landing, id)) return [];
    const choice = landing.choiceOf(thing);
    const { kind } = thing;
    const name = nameOf(thing);
    return [
      { kind, id, name, choice, own: matches({ app, clipping, tableUsed }, thing), canGo: canGo(landing, thing) },
    ];
  });
  // What goes can be taken back.
  const gone = Object.entries(choices).flatMap(([id, choice]): Need[] => {
    const thing = choice === 'out' ? thingsOf(clipping.definition).get(id) : undefined;
    if (!thing || thing.kind === 'column') return [];
    return [
      {
        kind: thing.kind,
        id,
        name: nameOf(thing),
        choice: 'out',
        own: matches({ app, clipping, tableUsed }, thing),
        canGo: true,
      },
    ];
  });
  const added = comingColumns(landing);
  const columns = app.tables.flatMap((table) => {
    const names = added.flatMap(({ tableId, column }) => (tableId === table.id ? [column.name] : []));
    return names.length > 0 ? [{ table: table.name, names }] : [];
  });
  return { needs: [...needs, ...gone], columns };
}

/** What a clipping is in an app: the edit that brings it in, and the id that it then has; null for what has none. */
export interface Paste {
  edit: PlanEdit;
  id: string | null;
}

/** Brings a clipping into an app, all under new ids. Throws a Problem where what was chosen cannot stand. */
export function paste(
  app: Definition,
  clipping: Clipping,
  newId: () => string,
  choices: Choices = {},
  into: Into = null,
): Paste {
  const landing = land(app, clipping, choices, into);
  const columns = comingColumns(landing);
  const tables = comingTables(landing);
  const names = spelled(landing, tables, columns);
  const ids = newIds(landing, newId);
  const named = withIds(renamed(landing, names), ids);
  const fresh = new Set([...landing.needed].filter((id) => isNew(landing, id)).map((id) => ids.get(id)));
  const isFresh = ({ id }: { id: string }) => fresh.has(id);
  const list = named.screens?.list ?? [];
  const { item } = landing.clipping;
  const alone = item.kind === 'parts' ? list.find(({ id }) => id === (ids.get(item.screenId) ?? item.screenId)) : null;
  const edit: PlanEdit = {
    kind: 'paste',
    what: clipping.what,
    tables: named.tables.filter(isFresh),
    columns: columns.map(({ tableId, column }) => ({
      tableId,
      column: named.tables.flatMap((table) => table.columns).find(({ id }) => id === ids.get(column.id)) as Column,
    })),
    queries: freed(named.queries?.filter(isFresh) ?? [], lower(app.queries ?? [])),
    routines: freed(named.routines?.filter(isFresh) ?? [], lower(app.routines ?? [])),
    screens: freed(
      list.filter((each) => isFresh(each) && each !== alone),
      lower(screensOf(app).list),
    ),
    ...(alone ? { changed: withParts(landing, alone, newId) } : {}),
  };
  return { edit, id: 'id' in item ? (ids.get(item.id) ?? null) : null };
}

/** Each under a name that neither `taken` nor one before it has. */
function freed<T extends { name: string }>(things: readonly T[], taken: Set<string>): T[] {
  return things.map((thing) => {
    const name = freeName(thing.name, taken);
    taken.add(name.toLowerCase());
    return { ...thing, name };
  });
}

const lower = (things: readonly { name: string }[]): Set<string> =>
  new Set(things.map(({ name }) => name.toLowerCase()));

/** The screen that parts come into, with them. */
function withParts({ app, into }: Landing, alone: Screen, newId: () => string): Screen {
  const to = screensOf(app).list.find(({ id }) => id === into);
  if (to?.kind !== alone.kind) throw gone('screens', 'there is no such screen to put the parts into');
  return putParts(app, to, alone, newId);
}

const gone = (place: string, reason: string): ProblemError => new ProblemError({ code: 'definition', place, reason });

function land(app: Definition, from: Clipping, choices: Choices, into: Into): Landing {
  const whole = { ...from, definition: without(forApp(app, from.definition), from.item, choices) };
  const landing = meet(app, whole, choices, into);
  // Of what the app has in place of the clipping's own, what that needs in turn stays behind.
  const definition = cut(whole.definition, landing.needed, whole.item);
  return { ...landing, clipping: { ...whole, definition }, things: thingsOf(definition) };
}

function meet(app: Definition, clipping: Clipping, choices: Choices, into: Into): Landing {
  const { item, definition } = clipping;
  const things = thingsOf(definition);
  const fixed = fixedTable(app, clipping, into);
  const choiceOf = (thing: Thing): Choice => {
    if (fixed && thing.id === fixed.from) return { use: fixed.to };
    const chosen = choices[thing.id];
    if (chosen === 'bring') return chosen;
    const there = matches({ app, clipping, tableUsed }, thing);
    if (typeof chosen === 'object' && there.some(({ id }) => id === chosen.use)) return chosen;
    const match = likeliest({ app, clipping, tableUsed }, thing);
    return match ? { use: match.id } : 'bring';
  };
  const tableUsed = (tableId: string): string | null => {
    const thing = things.get(tableId);
    // What was copied comes anew, also where the app has such a one.
    if (thing?.kind !== 'table' || (item.kind === 'table' && item.id === tableId)) return null;
    const choice = choiceOf(thing);
    return typeof choice === 'object' ? choice.use : null;
  };
  const copied = new Set(seedsOf(definition, item));
  const columnUsed = (thing: Thing): Column | null => {
    if (thing.kind !== 'column' || copied.has(thing.id)) return null;
    const own = app.tables.find(({ id }) => id === tableUsed(thing.table.id));
    const column = thing.table.columns.find(({ id }) => id === thing.id);
    return own && column ? columnLike({ app, clipping, tableUsed }, own, column) : null;
  };
  const isGiven = (thing: Thing) =>
    thing.kind === 'column' ? columnUsed(thing) !== null : typeof choiceOf(thing) === 'object';
  const needed = needsOf(definition, seedsOf(definition, item), isGiven);
  return { app, clipping, into, things, needed, choiceOf, tableUsed, columnUsed };
}

/** Rows that belong to people are everyone's where an app has no people, and entries for some are there for all. */
function forApp(app: Definition, definition: Definition): Definition {
  if (app.people) return definition;
  return produce(definition, (draft) => {
    delete draft.people;
    for (const table of draft.tables) {
      delete table.owned;
      for (const column of table.columns) delete column.perPerson;
    }
    for (const screen of draft.screens?.list ?? [])
      for (const entry of screen.kind === 'menu' ? screen.entries : [])
        if (entry.kind !== 'heading' && entry.when?.person !== undefined) {
          delete entry.when.person;
          if (entry.when.queryId === undefined) delete entry.when;
        }
  });
}

/** The clipping without what was left out, and without what shows or uses that. */
function without(definition: Definition, item: ClipItem, choices: Choices): Definition {
  return Object.entries(choices).reduce((left, [id, choice]) => {
    const thing = choice === 'out' && !seedsOf(left, item).includes(id) ? thingsOf(left).get(id) : undefined;
    const edit = thing && removal(thing);
    return edit ? applyEdit(left, edit).definition : left;
  }, definition);
}

function removal({ kind, id }: Thing) {
  switch (kind) {
    case 'table':
      return { kind: 'removeTable', tableId: id } as const;
    case 'screen':
      return { kind: 'removeScreen', screenId: id } as const;
    case 'query':
      return { kind: 'removeQuery', queryId: id } as const;
    case 'routine':
      return { kind: 'removeRoutine', routineId: id } as const;
    case 'column':
      return null;
  }
}

function canGo({ clipping }: Landing, thing: Thing): boolean {
  const { definition, item } = clipping;
  try {
    const left = without(definition, item, { [thing.id]: 'out' });
    // Nor may what was copied go with it.
    return seedsOf(definition, item).every((id) => thingsOf(left).has(id) || item.kind === 'table');
  } catch {
    return false;
  }
}

/** The table that is settled by where something comes in: that of the columns, or of the screen that parts are for. */
function fixedTable(app: Definition, { item, definition }: Clipping, into: Into): { from: string; to: string } | null {
  if (item.kind === 'columns') return into === null ? null : { from: item.tableId, to: into };
  if (item.kind !== 'parts') return null;
  const of = (screens: readonly Screen[] | undefined, id: string | null) => {
    const screen = screens?.find((each) => each.id === id);
    return screen && 'tableId' in screen ? screen.tableId : null;
  };
  const from = of(definition.screens?.list, item.screenId);
  const to = of(screensOf(app).list, into);
  return from !== null && to !== null ? { from, to } : null;
}

const isFixed = ({ app, clipping, into }: Landing, id: string): boolean => fixedTable(app, clipping, into)?.from === id;

const nameOf = (thing: Exclude<Thing, { kind: 'column' }>): string =>
  thing.kind === 'table'
    ? thing.table.name
    : thing.kind === 'query'
      ? thing.query.name
      : thing.kind === 'routine'
        ? thing.routine.name
        : thing.screen.name;

/** Whether something in the clipping comes into the app, rather than one of the app's own. */
function isNew({ clipping, things, choiceOf, tableUsed, columnUsed }: Landing, id: string): boolean {
  const thing = things.get(id);
  if (!thing) return false;
  if (thing.kind === 'column') return columnUsed(thing) === null;
  if (thing.kind === 'table') return tableUsed(id) === null;
  return seedsOf(clipping.definition, clipping.item).includes(id) || choiceOf(thing) === 'bring';
}

/** The tables that come, whole but for links to what does not come and is not there. */
function comingTables(landing: Landing): Table[] {
  const { clipping, needed } = landing;
  return clipping.definition.tables.filter(({ id }) => needed.has(id) && isNew(landing, id));
}

/** Columns that are needed in a table of the app's own, and are not there. */
function comingColumns(landing: Landing): { tableId: string; column: Column }[] {
  const { needed, things, tableUsed } = landing;
  return [...needed].flatMap((id) => {
    const thing = things.get(id);
    const tableId = thing?.kind === 'column' ? tableUsed(thing.table.id) : null;
    const column = thing?.kind === 'column' ? thing.table.columns.find((each) => each.id === id) : undefined;
    return tableId !== null && column && isNew(landing, id) ? [{ tableId, column }] : [];
  });
}

interface Spelling {
  name: string;
  identifier: string;
}

/** What everything is called in the app, by the id that it has in the clipping; the many side of a link by `many`. */
function spelled(landing: Landing, tables: readonly Table[], columns: readonly { tableId: string; column: Column }[]) {
  const { app, things, needed, columnUsed } = landing;
  const spellings = new Map<string, Spelling>();
  const takenTables = app.tables.map(({ name, identifier }) => ({ name, identifier }));
  for (const table of tables) spellings.set(table.id, free(table.name, 'table', takenTables));
  const taken = new Map(
    app.tables.map((table) => [
      table.id,
      [
        ...table.columns.map(({ name, identifier }) => ({ name, identifier })),
        ...incomingLinks(app, table.id).map(({ column }) => ({
          name: column.inverse,
          identifier: column.inverseIdentifier,
        })),
      ],
    ]),
  );
  for (const id of needed) {
    const thing = things.get(id);
    const own = thing && columnUsed(thing);
    if (!own) continue;
    spellings.set(id, own);
    if (own.kind === 'link') spellings.set(`many ${id}`, { name: own.inverse, identifier: own.inverseIdentifier });
  }
  for (const { tableId, column } of columns)
    spellings.set(column.id, free(column.name, 'column', taken.get(tableId) ?? []));
  for (const column of [...tables.flatMap((table) => table.columns), ...columns.map(({ column }) => column)]) {
    const own = column.kind === 'link' ? landing.tableUsed(column.tableId) : null;
    if (column.kind === 'link' && own !== null)
      spellings.set(`many ${column.id}`, free(column.inverse, 'link', taken.get(own) ?? []));
  }
  return spellings;
}

/** A name that is free, which is taken from then on. */
function free(name: string, fallback: string, taken: Spelling[]): Spelling {
  const spelling = {
    name: freeName(name, lower(taken)),
    identifier: '',
  };
  spelling.identifier = freeIdentifier(
    spelling.name,
    fallback,
    taken.map(({ identifier }) => identifier),
  );
  taken.push(spelling);
  return spelling;
}

/** The clipping under the names that everything has in the app, in its expressions too. */
function renamed(landing: Landing, spellings: ReadonlyMap<string, Spelling>): Definition {
  const { definition } = landing.clipping;
  const intoOwn = new Set(comingColumns(landing).map(({ column }) => column.id));
  return produce(definition, (draft) => {
    for (const table of draft.tables) {
      Object.assign(table, spellings.get(table.id));
      for (const column of table.columns) {
        Object.assign(column, pickSpelling(spellings.get(column.id)));
        // Rows that are there have nothing in it yet.
        if (intoOwn.has(column.id)) column.required = false;
        const many = spellings.get(`many ${column.id}`);
        if (column.kind === 'link' && many)
          Object.assign(column, { inverse: many.name, inverseIdentifier: many.identifier });
      }
    }
    followRenames(definition, draft);
  });
}

const pickSpelling = (spelling: Spelling | undefined): Partial<Spelling> =>
  spelling ? { name: spelling.name, identifier: spelling.identifier } : {};

/** The id of each in the app: a new one, or that of what takes its place. */
function newIds(landing: Landing, newId: () => string): Map<string, string> {
  const { clipping, needed, things, choiceOf, tableUsed, columnUsed } = landing;
  const ids = new Map<string, string>();
  for (const table of comingTables(landing)) {
    ids.set(table.id, newId());
    // Ids sort in the order of making, which stays.
    for (const { id } of [...table.columns].sort((one, other) => (one.id < other.id ? -1 : 1))) ids.set(id, newId());
  }
  for (const id of needed) {
    const thing = things.get(id);
    if (!thing || ids.has(id)) continue;
    const used =
      thing.kind === 'column'
        ? columnUsed(thing)?.id
        : thing.kind === 'table'
          ? tableUsed(id)
          : usedOf(choiceOf(thing));
    ids.set(id, isNew(landing, id) ? newId() : (used ?? newId()));
  }
  // A table comes with its list, its record and its form: the first of each that came along is that.
  const made = new Set<string>();
  for (const screen of clipping.definition.screens?.list ?? []) {
    if (!('tableId' in screen) || !isNew(landing, screen.id) || tableUsed(screen.tableId) !== null) continue;
    const own = madeIds(ids.get(screen.tableId) ?? '')[screen.kind as 'list'];
    if (own && needed.has(screen.id) && !made.has(own)) ids.set(screen.id, own);
    made.add(own);
  }
  return ids;
}

const usedOf = (choice: Choice): string | null => (typeof choice === 'object' ? choice.use : null);
