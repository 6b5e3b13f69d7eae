import type { Definition } from '@/core/model';
import { screensOf } from '@/core/plan';
import type { Address, Room } from './address';

const words: Record<Exclude<Room, 'tables' | 'screens' | 'queries' | 'routines' | 'rows'>, string> = {
  plan: 'Plan',
  map: 'Map',
  people: 'People',
  paths: 'Paths',
  frame: 'Start and frame',
  look: 'Look',
  run: 'Run',
  ripples: 'Ripples',
  data: 'Data',
  schema: 'Schema',
  sql: 'SQL',
  ship: 'Ship',
  code: 'Code',
  releases: 'Releases',
};

type Named = { id: string; name: string };

/** What is open, in words: the name of the thing where it has one, otherwise that of the place. */
export function addressWords(definition: Definition, { room, id, part }: Address): string {
  const named = (list: readonly Named[] | undefined, otherwise: string): string => {
    const name = list?.find((each) => each.id === id)?.name;
    return name ?? otherwise;
  };
  switch (room) {
    case 'tables': {
      const columns = definition.tables.flatMap((table) => table.columns);
      const column = part && columns.find((each) => each.id === part.id);
      const table = named(definition.tables, 'Plan');
      return column ? `${column.name}, ${table}` : table;
    }
    case 'rows':
      return named(definition.tables, 'Rows');
    case 'screens':
      return named(screensOf(definition).list, 'Screens');
    case 'queries':
      return named(definition.queries, 'Queries');
    case 'routines':
      return named(definition.routines, 'Routines');
    default:
      return words[room];
  }
}

/** The title of the tab. */
export const tabTitle = (definition: Definition, address: Address): string =>
  `${addressWords(definition, address)} · ${definition.name}`;
