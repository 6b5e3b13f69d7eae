import type { Clipping } from './clipping';
import type { Thing } from './needs';
import type { Column, Definition, Screen, Table } from '@/core/model';
import { screensOf } from '@/core/plan';

/** What becomes of something that a clipping needs: one of the app's own takes its place, it comes along, or it goes. */
export type Choice = { use: string } | 'bring' | 'out';

/** By the id that it has in the clipping. */
export type Choices = Readonly<Record<string, Choice>>;

/** What of the app can take the place of something in a clipping, the likeliest first. */
export interface Match {
  id: string;
  name: string;
}

/** A clipping and the app that it is to come into. `tableUsed`: the app's table in place of one of the clipping's. */
interface Meeting {
  app: Definition;
  clipping: Clipping;
  tableUsed: (tableId: string) => string | null;
}

const same = (one: string, other: string) => one.toLowerCase() === other.toLowerCase();

/** The app's own that is meant by default; null where there is none that would do. */
export function likeliest(meeting: Meeting, thing: Thing): Match | null {
  const { app, clipping } = meeting;
  const own = matches(meeting, thing);
  const isSameApp = app.id === clipping.definition.id;
  if (isSameApp) return own.find(({ id }) => id === thing.id) ?? null;
  switch (thing.kind) {
    case 'table': {
      if (app.people && clipping.definition.people?.tableId === thing.id)
        return own.find(({ id }) => id === app.people?.tableId) ?? null;
      const { name, identifier } = thing.table;
      return (
        own.find(({ id }) => app.tables.some((table) => table.id === id && table.identifier === identifier)) ??
        own.find((each) => same(each.name, name)) ??
        null
      );
    }
    case 'screen':
      return thing.screen.kind === 'settings' ? (own[0] ?? null) : named(own, thing.screen.name);
    case 'query':
      return named(own, thing.query.name);
    case 'routine':
      return named(own, thing.routine.name);
    case 'column':
      return null;
  }
}

const named = (own: readonly Match[], name: string): Match | null => own.find((each) => same(each.name, name)) ?? null;

/** All of the app's own that could take the place of something. */
export function matches({ app, tableUsed }: Meeting, thing: Thing): Match[] {
  const isOf = (own: { tableId?: string | undefined }, tableId: string | undefined) =>
    tableId === undefined ? own.tableId === undefined : own.tableId === tableUsed(tableId);
  const short = (things: readonly Match[]) => things.map(({ id, name }) => ({ id, name }));
  switch (thing.kind) {
    case 'table':
      return short(app.tables);
    case 'screen':
      return short(
        screensOf(app).list.filter(
          (own) => suits(own, thing.screen) && isOf(tableOf(own), tableOf(thing.screen).tableId),
        ),
      );
    case 'query':
      return short((app.queries ?? []).filter((own) => isOf(own, thing.query.tableId)));
    case 'routine':
      return short((app.routines ?? []).filter((own) => isOf(own, thing.routine.tableId)));
    case 'column':
      return [];
  }
}

const suits = (own: Screen, screen: Screen): boolean => own.kind === screen.kind;

const tableOf = (screen: Screen): { tableId?: string } => ('tableId' in screen ? { tableId: screen.tableId } : {});

/**
 * The column of the app's table that is meant by one of a clipping's: the same one, else one that is called and kept
 * alike.
 */
export function columnLike({ app, clipping, tableUsed }: Meeting, table: Table, column: Column): Column | null {
  const isAlike = (own: Column) =>
    own.kind === column.kind &&
    (own.kind !== 'link' || column.kind !== 'link' || own.tableId === tableUsed(column.tableId));
  const there = table.columns.filter(isAlike);
  return (
    (app.id === clipping.definition.id ? there.find(({ id }) => id === column.id) : undefined) ??
    there.find(({ identifier }) => identifier === column.identifier) ??
    null
  );
}
