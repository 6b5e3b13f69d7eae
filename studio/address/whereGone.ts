import type { Definition, Table } from '@/core/model';
import { linksAt, screensOf } from '@/core/plan';
import { type Address, NEW } from './address';

/** Where one is when what is open at an address is not there (any more): what it is opened from. Null where it is. */
export function whereGone(definition: Definition, { room, id, part }: Address): Address | null {
  if (id === undefined || id === NEW) return null;
  switch (room) {
    case 'tables': {
      const table = definition.tables.find((each) => each.id === id);
      if (!table) return { room: 'plan' };
      return !part || part.id === NEW || hasPart(definition, table, part) ? null : { room, id };
    }
    case 'screens':
      return screensOf(definition).list.some((screen) => screen.id === id) ? null : { room };
    case 'queries':
    case 'routines':
      return definition[room]?.some((each) => each.id === id) ? null : { room };
    default:
      return null;
  }
}

/** Whether a part of a table is there, and is what it is open as. */
function hasPart(definition: Definition, table: Table, { kind, id }: NonNullable<Address['part']>): boolean {
  const column = table.columns.find((each) => each.id === id);
  switch (kind) {
    case 'columns':
      return column !== undefined;
    case 'linking':
      return column?.kind === 'text' || column?.kind === 'barcode';
    case 'computed':
      return column?.kind === 'expression';
    case 'links':
      return linksAt(definition, table).some((link) => link.column.id === id);
    case 'keys':
      return table.keys?.some((key) => key.id === id) ?? false;
    default:
      return true;
  }
}
