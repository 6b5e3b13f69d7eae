import { expressionFault } from '@/core/check';
import type { Definition, FormPart, ListScreen, RecordPart, RowDesign, Screen } from '@/core/model';
import { madeFormParts, madeRecordParts, madeRow, expressionsOfScreen } from '@/core/plan';
type App = Pick<Definition, 'tables' | 'people' | 'routines'>;

/** What of a screen can be taken into another: by an id, and in words. */
export interface CopyablePart {
  id: string;
  name: string;
}

/** The parts of a screen as a screen of their own each, so that one can be looked at by itself. */
function partsOf(app: App, screen: Screen): (CopyablePart & { alone: Screen })[] {
  const table = 'tableId' in screen ? app.tables.find(({ id }) => id === screen.tableId) : undefined;
  switch (screen.kind) {
    case 'list': {
      const { kind, id, name, tableId } = screen;
      const base: ListScreen = { kind, id, name, tableId };
      const row: RowDesign | undefined = screen.row ?? (table && madeRow(app, table));
      return [
        ...(row ? [{ id: 'row', name: 'The row', alone: { ...base, row } }] : []),
        ...(screen.sort ? [{ id: 'sort', name: 'The order', alone: { ...base, sort: screen.sort } }] : []),
        ...(screen.section
          ? [{ id: 'section', name: 'The sections', alone: { ...base, section: screen.section } }]
          : []),
        ...(screen.totals ? [{ id: 'totals', name: 'The totals', alone: { ...base, totals: screen.totals } }] : []),
      ];
    }
    case 'record':
      return (screen.parts ?? (table ? madeRecordParts(app, table) : [])).map((part) => ({
        id: part.id,
        name:
          part.kind === 'button' || part.kind === 'routine'
            ? part.label
            : (part.title ?? (part.kind === 'group' ? 'Facts' : 'Linked list')),
        alone: { ...screen, parts: [part], page: undefined },
      }));
    case 'form':
      return (screen.parts ?? (table ? madeFormParts(table) : [])).map((part) => ({
        id: part.id,
        name:
          part.kind === 'heading'
            ? part.text
            : part.kind === 'field'
              ? (table?.columns.find(({ id }) => id === part.columnId)?.name ?? 'Field')
              : part.kind === 'fact'
                ? (part.slot.label ?? part.slot.text)
                : (part.title ?? 'Lines'),
        alone: { ...screen, parts: [part], checks: undefined },
      }));
    case 'menu':
      return screen.entries.map((entry) => ({
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
      }));
    default:
      return [];
  }
}

/** What of `from` fits into `to`: where they are of different tables, only what its expressions allow. */
export function copyableParts(app: App, from: Screen, to: Screen): CopyablePart[] {
  if (from.kind !== to.kind) return [];
  const target = 'tableId' in to ? to.tableId : '';
  const isSame = !('tableId' in from) || from.tableId === target;
  return partsOf(app, from)
    .filter(({ alone }) => isSame || fits(app, alone, target))
    .map(({ id, name }) => ({ id, name }));
}

function fits(app: App, alone: Screen, tableId: string): boolean {
  const isBound = (part: RecordPart | FormPart) =>
    part.kind === 'linked' || part.kind === 'routine' || part.kind === 'field' || part.kind === 'lines';
  if ((alone.kind === 'record' || alone.kind === 'form') && (alone.parts ?? []).some(isBound)) return false;
  return expressionsOfScreen(app, alone).every(
    ({ text, expected }) => expressionFault(app, { text, tableId, expected }) === null,
  );
}

/**
 * `to` with the chosen parts of `from`: in place of its own where it can have but one, else after them under new ids.
 */
export function copyParts(app: App, from: Screen, to: Screen, chosen: readonly string[], newId: () => string): Screen {
  const allowed = new Set(copyableParts(app, from, to).map(({ id }) => id));
  const taken = partsOf(app, from)
    .filter(({ id }) => chosen.includes(id) && allowed.has(id))
    .map(({ alone }) => structuredClone(alone));
  if (taken.length === 0) return to;
  const table = 'tableId' in to ? app.tables.find(({ id }) => id === to.tableId) : undefined;
  switch (to.kind) {
    case 'list':
      return taken.reduce<ListScreen>(
        (made, part) =>
          part.kind === 'list' ? { ...made, ...pick(part, ['row', 'sort', 'section', 'totals']) } : made,
        to,
      );
    case 'record': {
      const own = to.parts ?? (table ? madeRecordParts(app, table) : []);
      return {
        ...to,
        parts: [
          ...own,
          ...taken
            .flatMap((part) => (part.kind === 'record' ? (part.parts ?? []) : []))
            .map((part) => ({ ...part, id: newId() })),
        ],
      };
    }
    case 'form': {
      const own = to.parts ?? (table ? madeFormParts(table) : []);
      const asked = new Set(
        own.flatMap((part) => (part.kind === 'field' || part.kind === 'lines' ? [part.columnId] : [])),
      );
      const more = taken.flatMap((part) => (part.kind === 'form' ? (part.parts ?? []) : []));
      // A form asks for a column once: what comes takes the place of what is there.
      const replaced = own.map(
        (part) =>
          more.find(
            (each) =>
              'columnId' in each && 'columnId' in part && each.columnId === part.columnId && each.kind === part.kind,
          ) ?? part,
      );
      return {
        ...to,
        parts: [
          ...replaced,
          ...more
            .filter((each) => !('columnId' in each) || !asked.has(each.columnId))
            .map((part) => ({ ...part, id: newId() })),
        ],
      };
    }
    case 'menu':
      return {
        ...to,
        entries: [
          ...to.entries,
          ...taken
            .flatMap((part) => (part.kind === 'menu' ? part.entries : []))
            .map((entry) => ({ ...entry, id: newId() })),
        ],
      };
    default:
      return to;
  }
}

function pick<T extends object, K extends keyof T>(object: T, keys: readonly K[]): Partial<Pick<T, K>> {
  return Object.fromEntries(
    keys.filter((key) => object[key] !== undefined).map((key) => [key, object[key]]),
  ) as Partial<Pick<T, K>>;
}
