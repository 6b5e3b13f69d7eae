import { under, unless } from '@/core/fault';
import type { Collecting, ScreenOf } from '@/core/model';
import { collectFaults } from '../collecting';
import { screenFor, screensOf } from '../madeScreens';
import { optional, rowExpressions, sorts, totalsOf } from './placed';
import { noRoutine, noScreen, noSource, tableOf } from './references';
import { bareScreen, type Going, type ScreenTraits } from './traits';
import { through, way } from './ways';

/** A working list without what goes; false where it can no longer be saved. */
export function keepsCollecting(collecting: Collecting, going: Going): boolean {
  for (const key of ['countId', 'parentId'] as const) if (going.column(collecting[key])) delete collecting[key];
  return !going.table(collecting.tableId) && !going.column(collecting.linkId);
}

/** The rows of a table or a query, each as its row design shows it. */
export const list: ScreenTraits<ScreenOf<'list'>> = {
  ...bareScreen,
  expressions: (_, screen) => {
    const at = { tableId: screen.tableId, partId: screen.id };
    const { row, section, totals } = screen;
    return [
      ...(row ? rowExpressions(row, at) : []),
      ...sorts(screen.sort, at),
      ...(section
        ? [
            ...optional(section, 'text', 'value', at).map((each) => ({
              ...each,
              drop: () => void delete screen.section,
            })),
            ...totalsOf(section.totals, at),
          ]
        : []),
      ...totalsOf(totals, at),
    ];
  },
  ways: (app, screen) => {
    const screens = screensOf(app);
    const record = screenFor(screens, 'record', screen.tableId, screen.recordScreenId);
    const form = screenFor(screens, 'form', screen.tableId, screen.formScreenId);
    const { tap = 'record', swipe = true, buttons = [], add = true, hold = 'actions' } = screen;
    const edits = tap === 'form' || hold !== 'none' || swipe || buttons.includes('edit');
    return [
      ...(tap === 'record' ? way(record, 'tap a row') : []),
      ...(screen.collect ? way(record, 'row on its list') : []),
      ...(add ? way(form, 'Add') : []),
      ...(edits ? way(form, tap === 'form' ? 'tap a row' : 'Edit') : []),
      ...(screen.routineIds ?? []).flatMap((id) => through(app, id)),
    ];
  },
  faults: (definition, screen) => {
    const { labels, collect, rowRoutineId, routineIds = [], filters = [], tableId } = screen;
    const columns = tableOf(definition, screen)?.columns ?? [];
    const hasCode = columns.some(({ id, kind }) => id === labels?.columnId && kind === 'barcode');
    const hasColumn = (columnId: string) => columns.some(({ id }) => id === columnId);
    return [
      ...noSource(definition, screen),
      ...noScreen(definition, screen.recordScreenId, ['recordScreenId']),
      ...noScreen(definition, screen.formScreenId, ['formScreenId']),
      ...unless(!labels || hasCode, 'no-label-code', {}, ['labels']),
      ...routineIds.flatMap((id, at) => noRoutine(definition, id, tableId, ['routineIds', at])),
      ...unless(rowRoutineId === undefined || routineIds.includes(rowRoutineId), 'no-row-routine', {}, [
        'rowRoutineId',
      ]),
      ...(collect ? under(['collect'], collectFaults(definition, [tableId], collect)) : []),
      ...unless(collect !== undefined || screen.tap !== 'collect', 'no-collecting', {}, ['tap']),
      ...filters.flatMap((columnId, at) => unless(hasColumn(columnId), 'no-filter', {}, ['filters', at])),
    ];
  },
  sources: (screen) => [screen],
  routines: ({ routineIds = [] }) => routineIds,
  withoutScreens: (screen, goes) => {
    if (goes(screen.formScreenId)) delete screen.formScreenId;
    if (goes(screen.recordScreenId)) delete screen.recordScreenId;
  },
  without: (screen, going) => {
    if (screen.filters) screen.filters = screen.filters.filter((id) => !going.column(id));
    if (going.column(screen.labels?.columnId)) delete screen.labels;
    if (screen.collect && !keepsCollecting(screen.collect, going)) {
      delete screen.collect;
      if (screen.tap === 'collect') delete screen.tap;
    }
    return true;
  },
};
