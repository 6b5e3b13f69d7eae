import { produce } from 'immer';
import { cut } from './clip';
import type { ClipItem, Clipping } from './clipping';
import { type Choice, type Choices, columnLike, likeliest, matches } from './match';
import { needsOf, seedsOf, type Thing, thingsOf } from './needs';
import { applyEdit } from '@/core/edit';
import type { Column, Definition, Screen, Table } from '@/core/model';
import { screensOf } from '@/core/plan';

/** Into which table columns come, or into which screen parts. */
export type Into = string | null;

/** A clipping in an app, as far as what comes along, what is used in place of what, and what goes is chosen. */
export interface Landing {
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

/** What becomes of a clipping in an app. Throws a Problem where what was chosen cannot stand. */
export function land(app: Definition, from: Clipping, choices: Choices, into: Into): Landing {
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
export function without(definition: Definition, item: ClipItem, choices: Choices): Definition {
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

/** The table that is settled by where something comes in: that of the columns, or of the screen that parts are for. */
export function fixedTable(
  app: Definition,
  { item, definition }: Clipping,
  into: Into,
): { from: string; to: string } | null {
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

/** Whether something in the clipping comes into the app, rather than one of the app's own. */
export function isNew({ clipping, things, choiceOf, tableUsed, columnUsed }: Landing, id: string): boolean {
  const thing = things.get(id);
  if (!thing) return false;
  if (thing.kind === 'column') return columnUsed(thing) === null;
  if (thing.kind === 'table') return tableUsed(id) === null;
  return seedsOf(clipping.definition, clipping.item).includes(id) || choiceOf(thing) === 'bring';
}

/** The tables that come, whole but for links to what does not come and is not there. */
export function comingTables(landing: Landing): Table[] {
  const { clipping, needed } = landing;
  return clipping.definition.tables.filter(({ id }) => needed.has(id) && isNew(landing, id));
}

/** Columns that are needed in a table of the app's own, and are not there. */
export function comingColumns(landing: Landing): { tableId: string; column: Column }[] {
  const { needed, things, tableUsed } = landing;
  return [...needed].flatMap((id) => {
    const thing = things.get(id);
    const tableId = thing?.kind === 'column' ? tableUsed(thing.table.id) : null;
    const column = thing?.kind === 'column' ? thing.table.columns.find((each) => each.id === id) : undefined;
    return tableId !== null && column && isNew(landing, id) ? [{ tableId, column }] : [];
  });
}
