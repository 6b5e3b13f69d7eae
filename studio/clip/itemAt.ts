import type { ClipItem } from '@/core/clip';
import type { Definition, Screen } from '@/core/model';
import { madeFormParts, madeRecordParts, screensOf } from '@/core/plan';
import type { Address } from '../address';

/** What is open, as something that can be copied; null where nothing is that could be. */
export function itemAt(definition: Definition, { room, id, part }: Address): ClipItem | null {
  if (id === undefined) return null;
  switch (room) {
    case 'tables': {
      const column = part && columnAt(definition, part.id);
      if (column) return { kind: 'columns', tableId: column.tableId, ids: [column.id] };
      return definition.tables.some((table) => table.id === id) ? { kind: 'table', id } : null;
    }
    case 'screens': {
      const screen = screensOf(definition).list.find((each) => each.id === id);
      if (!screen) return null;
      const within = part?.kind === 'parts' ? partOf(definition, screen, part.id) : null;
      return within === null ? { kind: 'screen', id } : { kind: 'parts', screenId: id, ids: [within] };
    }
    case 'queries':
      return definition.queries?.some((query) => query.id === id) ? { kind: 'query', id } : null;
    case 'routines':
      return definition.routines?.some((routine) => routine.id === id) ? { kind: 'routine', id } : null;
    default:
      return null;
  }
}

/** A link is open at both of its tables; it is a column of one. */
function columnAt({ tables }: Definition, id: string): { tableId: string; id: string } | null {
  const table = tables.find(({ columns }) => columns.some((column) => column.id === id));
  return table ? { tableId: table.id, id } : null;
}

/** The part that something in a screen belongs to, by its id. */
function partOf(definition: Definition, screen: Screen, id: string): string | null {
  const table = 'tableId' in screen ? definition.tables.find((each) => each.id === screen.tableId) : undefined;
  if (screen.kind === 'menu') return screen.entries.find((entry) => entry.id === id)?.id ?? null;
  if (screen.kind === 'form' && table)
    return (screen.parts ?? madeFormParts(table)).find((part) => part.id === id)?.id ?? null;
  if (screen.kind === 'record' && table) {
    const parts = screen.parts ?? madeRecordParts(definition, table);
    const isIn = (part: (typeof parts)[number]) =>
      part.id === id || (part.kind === 'group' && part.facts.some((fact) => fact.id === id));
    return parts.find(isIn)?.id ?? null;
  }
  // What else is open in a list is of its one row.
  return screen.kind === 'list' ? 'row' : null;
}
