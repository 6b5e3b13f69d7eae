import { screenFor, screensOf } from '../madeScreens';
import { rowExpressions } from './placed';
import { noScreen, noSource, tableOf } from './references';
import { bareScreen, type ScreenTraits } from './traits';
import { way } from './ways';
import { unless } from '@/core/fault';
import type { Column, ScreenOf, Table } from '@/core/model';

/** The columns that rows can stand in a calendar by. */
export const calendarDays = ({ columns }: Pick<Table, 'columns'>): Column[] =>
  columns.filter(({ kind, perPerson }) => kind === 'date' && !perPerson);

/** Rows by a date, or by a span of dates. */
export const calendar: ScreenTraits<ScreenOf<'calendar'>> = {
  ...bareScreen,
  expressions: (_, screen) => {
    const at = { tableId: screen.tableId, partId: screen.id };
    return screen.row ? rowExpressions(screen.row, at) : [];
  },
  ways: (app, screen) => {
    const screens = screensOf(app);
    const form = screenFor(screens, 'form', screen.tableId, screen.formScreenId);
    return [
      ...way(screenFor(screens, 'record', screen.tableId, screen.recordScreenId), 'tap a row'),
      ...(screen.add === false ? [] : way(form, 'Add')),
    ];
  },
  faults: (definition, screen) => {
    const table = tableOf(definition, screen);
    const isDay = (id: string) => table !== undefined && calendarDays(table).some((column) => column.id === id);
    const { dayId, untilId } = screen;
    return [
      ...noSource(definition, screen),
      ...noScreen(definition, screen.recordScreenId, ['recordScreenId']),
      ...noScreen(definition, screen.formScreenId, ['formScreenId']),
      ...unless(isDay(dayId), 'no-day', {}, ['dayId']),
      ...unless(untilId === undefined || (isDay(untilId) && untilId !== dayId), 'no-last-day', {}, ['untilId']),
    ];
  },
  sources: (screen) => [screen],
  withoutScreens: (screen, goes) => {
    if (goes(screen.formScreenId)) delete screen.formScreenId;
    if (goes(screen.recordScreenId)) delete screen.recordScreenId;
  },
  without: (screen, going) => {
    if (going.column(screen.untilId)) delete screen.untilId;
    return !going.column(screen.dayId);
  },
};
