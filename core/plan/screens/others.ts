import type { ScreenOf } from '@/core/model';
import { collectFault } from '../collecting';
import { screenFor, screensOf } from '../madeScreens';
import { keepsCollecting } from './list';
import { optional } from './placed';
import { first, noSource } from './references';
import { bareScreen, type ScreenTraits } from './traits';
import { through, way } from './ways';

/** Rows put together, evaluated and drawn. */
export const report: ScreenTraits<ScreenOf<'report'>> = {
  ...bareScreen,
  expressions: (_, screen) => {
    const at = { tableId: screen.tableId, partId: screen.id };
    return [...optional(screen, 'group', 'value', at), ...optional(screen.value, 'text', 'number', at)].map((each) => ({
      ...each,
      drop: null,
    }));
  },
  ways: (app, { tableId }) => way(screenFor(screensOf(app), 'record', tableId), 'tap a group, then a row'),
  fault: (definition, screen) =>
    first([
      noSource(definition, screen),
      screen.value.aggregate !== 'count' && screen.value.text === undefined
        ? `${screen.value.aggregate} needs an expression`
        : null,
    ]),
  sources: (screen) => [screen],
};

/** Finds records by their codes. */
export const scan: ScreenTraits<ScreenOf<'scan'>> = {
  ...bareScreen,
  ways: (app, { codes, found, continuous }) => {
    const screens = screensOf(app);
    const tableIds = [...new Set(codes.map(({ tableId }) => tableId))];
    return [
      ...tableIds.flatMap((tableId) => [
        ...(found.kind === 'open' || continuous ? way(screenFor(screens, 'record', tableId), 'a scanned code') : []),
        ...way(screenFor(screens, 'form', tableId), 'a code that is not there'),
      ]),
      ...(found.kind === 'routine' ? through(app, found.routineId) : []),
    ];
  },
  fault: ({ tables, routines = [] }, { codes, found }) => {
    const columnOf = ({ tableId, columnId }: { tableId: string; columnId: string }) =>
      tables.find(({ id }) => id === tableId)?.columns.find(({ id }) => id === columnId);
    if (!codes.every((code) => columnOf(code)?.kind === 'barcode'))
      return 'it looks for codes in a column that is not there';
    switch (found.kind) {
      case 'open':
        return null;
      case 'routine': {
        const routine = routines.find(({ id }) => id === found.routineId);
        if (!routine) return 'the routine that it runs is not there';
        const isOfAll = codes.every(({ tableId }) => tableId === routine.tableId);
        return isOfAll ? null : `the routine ${routine.name} is not of what is scanned`;
      }
      case 'collect':
        return collectFault(
          { tables },
          codes.map(({ tableId }) => tableId),
          found,
        );
    }
  },
  routines: ({ found }) => (found.kind === 'routine' ? [found.routineId] : []),
  without: (screen, going) => {
    const { found } = screen;
    screen.codes = screen.codes.filter(({ tableId, columnId }) => !going.table(tableId) && !going.column(columnId));
    if (found.kind === 'collect' && !keepsCollecting(found, going)) screen.found = { kind: 'open' };
    return screen.codes.length > 0;
  },
};

/** Units, formats, text size and colours, as the person likes. */
export const settings: ScreenTraits<ScreenOf<'settings'>> = bareScreen;
