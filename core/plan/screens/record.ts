import { linkOf, madeRecordParts, screenFor, screensOf } from '../madeScreens';
import { columnAtPath } from '../shown';
import { sideOf, slots, totalsOf } from './placed';
import { noRoutine, noScreen, noSide, tableOf } from './references';
import { bareScreen, type ScreenTraits } from './traits';
import { through, way } from './ways';
import { isLink } from '@/core/column';
import { type Fault, under } from '@/core/fault';
import type { Definition, RecordPart, ScreenOf } from '@/core/model';

/** All of one record, what belongs to it, and a page to print. */
export const record: ScreenTraits<ScreenOf<'record'>> = {
  ...bareScreen,
  expressions: (plan, screen) => {
    const { page, tableId } = screen;
    const parts = (screen.parts ?? []).flatMap((part) => {
      if (part.kind === 'group') return slots(part.facts, tableId);
      if (part.kind !== 'linked') return [];
      return totalsOf(part.totals, { tableId: sideOf(plan, part.columnId), partId: part.id });
    });
    const lines = page?.lines;
    const many = lines ? sideOf(plan, lines.columnId) : '';
    return [
      ...parts,
      ...(page ? slots(page.facts, tableId) : []),
      ...(lines ? [...slots(lines.slots, many), ...totalsOf(lines.totals, { tableId: many, partId: screen.id })] : []),
    ];
  },
  ways: (app, screen) => {
    const screens = screensOf(app);
    const table = tableOf(app, screen);
    if (!table) return [];
    return [
      ...way(screenFor(screens, 'form', screen.tableId, screen.formScreenId), 'Edit'),
      ...(screen.parts ?? madeRecordParts(app, table)).flatMap((part) => {
        switch (part.kind) {
          case 'button':
            return way(part.screenId, `button ${part.label}`);
          case 'routine':
            return through(app, part.routineId);
          case 'group':
            return part.facts.flatMap(({ text }) => {
              const column = columnAtPath(app, table.id, text)?.column;
              return column && isLink(column)
                ? way(screenFor(screens, 'record', column.tableId), `link ${column.name}`)
                : [];
            });
          case 'linked': {
            const side = linkOf(app, part.columnId);
            if (!side) return [];
            const title = part.title ?? side.column.inverse;
            return [
              ...way(screenFor(screens, 'record', side.table.id), `row of ${title}`),
              ...way(screenFor(screens, 'list', side.table.id, part.listScreenId), `all ${title}`),
              ...way(screenFor(screens, 'form', side.table.id), `Add in ${title}`),
            ];
          }
        }
      }),
    ];
  },
  faults: (definition, { parts = [], page, tableId, formScreenId }) => [
    ...parts.flatMap((part, at) => under(['parts', at], partFaults(definition, tableId, part))),
    ...(page?.lines ? under(['page', 'lines'], noSide(definition, page.lines.columnId, tableId)) : []),
    ...noScreen(definition, formScreenId, ['formScreenId']),
  ],
  routines: ({ parts = [] }) => parts.flatMap((part) => (part.kind === 'routine' ? [part.routineId] : [])),
  withoutScreens: (screen, goes) => {
    if (screen.parts) screen.parts = screen.parts.filter((part) => part.kind !== 'button' || !goes(part.screenId));
    for (const part of screen.parts ?? [])
      if (part.kind === 'linked' && goes(part.listScreenId)) delete part.listScreenId;
    if (goes(screen.formScreenId)) delete screen.formScreenId;
  },
  without: (screen, going) => {
    if (screen.parts)
      screen.parts = screen.parts.filter((part) => part.kind !== 'linked' || !going.column(part.columnId));
    if (going.column(screen.page?.lines?.columnId)) delete screen.page?.lines;
    return true;
  },
};

function partFaults(definition: Definition, tableId: string, part: RecordPart): Fault[] {
  switch (part.kind) {
    case 'button':
      return noScreen(definition, part.screenId, ['screenId']);
    case 'routine':
      return noRoutine(definition, part.routineId, tableId);
    case 'linked':
      return [
        ...noSide(definition, part.columnId, tableId),
        ...noScreen(definition, part.listScreenId, ['listScreenId']),
      ];
    case 'group':
      return [];
  }
}
