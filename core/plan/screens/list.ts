import type { Collecting, ScreenOf } from '@/core/model';
import { collectFault } from '../collecting';
import { screenFor, screensOf } from '../madeScreens';
import { optional, rowExpressions, sorts, totalsOf } from './placed';
import { first, noRoutine, noScreen, noSource, tableOf } from './references';
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
  fault: (definition, screen) => {
    const { labels, collect, rowRoutineId, routineIds = [], filters = [], tableId } = screen;
    const columns = tableOf(definition, screen)?.columns ?? [];
    return first([
      noSource(definition, screen),
      noScreen(definition, screen.recordScreenId),
      noScreen(definition, screen.formScreenId),
      labels && !columns.some(({ id, kind }) => id === labels.columnId && kind === 'barcode')
        ? 'its labels are of a code that is not there'
        : null,
      ...routineIds.map((id) => noRoutine(definition, id, tableId)),
      rowRoutineId !== undefined && !routineIds.includes(rowRoutineId)
        ? 'the routine of its rows’ button is none that it runs'
        : null,
      collect ? collectFault(definition, [tableId], collect) : null,
      !collect && screen.tap === 'collect' ? 'a tap puts a row on a list that there is none of' : null,
      filters.every((columnId) => columns.some(({ id }) => id === columnId))
        ? null
        : 'it filters by a column that is not there',
    ]);
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
