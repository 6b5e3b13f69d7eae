import { z } from 'zod';
import { screensOf } from './madeScreens';
import { type Definition, menuIcons, type MenuEntry, type Screen } from '@/core/model';

/** The first screen of an app as it can be told in a few lines: its ways and how many records they lead to. */
export const Glance = z.object({
  /** What stands at its head: the app's name on a menu, else that of the screen. */
  name: z.string(),
  isMenu: z.boolean(),
  lines: z.array(
    z.object({
      kind: z.enum(['heading', 'way', 'row']),
      name: z.string(),
      icon: z.enum(menuIcons).nullable(),
      count: z.number().nullable(),
    }),
  ),
});

export type Glance = z.infer<typeof Glance>;

const MOST_LINES = 6;

/** `counts`: the rows of each table by its id, where they are known. */
export function glanceOf(definition: Definition, counts: Readonly<Record<string, number>> | null): Glance {
  const screens = screensOf(definition);
  const start = screens.list.find(({ id }) => id === screens.startId);
  if (start?.kind === 'menu')
    return {
      name: definition.name,
      isMenu: true,
      lines: start.entries.flatMap((entry) => lineOf(definition, entry, counts)).slice(0, MOST_LINES),
    };
  const name = start?.name ?? definition.name;
  const tableId = start && 'tableId' in start ? start.tableId : undefined;
  const count = tableId === undefined ? null : (counts?.[tableId] ?? null);
  return {
    name,
    isMenu: false,
    lines: [{ kind: 'row', name: tableName(definition, tableId) ?? name, icon: null, count }],
  };
}

const tableName = ({ tables }: Definition, tableId: string | undefined): string | undefined =>
  tables.find(({ id }) => id === tableId)?.name;

function lineOf(
  definition: Definition,
  entry: MenuEntry,
  counts: Readonly<Record<string, number>> | null,
): Glance['lines'] {
  if (entry.kind === 'heading') return [{ kind: 'heading', name: entry.text, icon: null, count: null }];
  // What is there for some only, or made of rows, is not told to whoever stands before the shelf.
  if (entry.when || entry.kind === 'rows') return [];
  const icon = entry.icon ?? null;
  if (entry.kind === 'routine') {
    const routine = definition.routines?.find(({ id }) => id === entry.routineId);
    return [{ kind: 'way', name: entry.label ?? routine?.name ?? '', icon, count: null }];
  }
  const screen = screensOf(definition).list.find(({ id }) => id === entry.screenId);
  const name = entry.label ?? screen?.name ?? '';
  return [{ kind: 'way', name, icon, count: entry.counted ? countOf(screen, counts) : null }];
}

/** How many records a list of a whole table has. */
const countOf = (screen: Screen | undefined, counts: Readonly<Record<string, number>> | null): number | null =>
  screen?.kind === 'list' && screen.queryId === undefined ? (counts?.[screen.tableId] ?? null) : null;
