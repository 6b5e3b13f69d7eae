import type { Clipping } from './clipping';
import { withIds } from './ids';
import { comingColumns, comingTables, type Into, isNew, type Landing, land } from './landing';
import type { Choice, Choices } from './match';
import { namesOf, renamed, spelled } from './spelling';
import { type PlanEdit, putParts } from '@/core/edit';
import type { Column, Definition, Screen } from '@/core/model';
import { freeName, madeIds, screensOf } from '@/core/plan';
import { ProblemError } from '@/core/problem';

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
    queries: freed(named.queries?.filter(isFresh) ?? [], namesOf(app.queries ?? [])),
    routines: freed(named.routines?.filter(isFresh) ?? [], namesOf(app.routines ?? [])),
    screens: freed(
      list.filter((each) => isFresh(each) && each !== alone),
      namesOf(screensOf(app).list),
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

/** The screen that parts come into, with them. */
function withParts({ app, into }: Landing, alone: Screen, newId: () => string): Screen {
  const to = screensOf(app).list.find(({ id }) => id === into);
  if (to?.kind !== alone.kind) throw gone('screens', 'there is no such screen to put the parts into');
  return putParts(app, to, alone, newId);
}

const gone = (place: string, reason: string): ProblemError => new ProblemError({ code: 'definition', place, reason });

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
