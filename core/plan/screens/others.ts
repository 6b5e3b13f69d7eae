import { fault, type Fault, under, unless } from '@/core/fault';
import type { Definition, ScreenOf } from '@/core/model';
import { collectFaults } from '../collecting';
import { screenFor, screensOf } from '../madeScreens';
import { keepsCollecting } from './list';
import { optional } from './placed';
import { noSource } from './references';
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
  faults: (definition, screen) => {
    const { aggregate, text } = screen.value;
    return [
      ...noSource(definition, screen),
      ...unless(aggregate === 'count' || text !== undefined, 'no-aggregated', { aggregate }, ['value']),
    ];
  },
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
  faults: ({ tables, routines = [] }, { codes, found }) => {
    const columnOf = ({ tableId, columnId }: { tableId: string; columnId: string }) =>
      tables.find(({ id }) => id === tableId)?.columns.find(({ id }) => id === columnId);
    return [
      ...codes.flatMap((code, at) => unless(columnOf(code)?.kind === 'barcode', 'no-code', {}, ['codes', at])),
      ...under(['found'], foundFaults({ tables, routines }, codes, found)),
    ];
  },
  routines: ({ found }) => (found.kind === 'routine' ? [found.routineId] : []),
  without: (screen, going) => {
    const { found } = screen;
    screen.codes = screen.codes.filter(({ tableId, columnId }) => !going.table(tableId) && !going.column(columnId));
    if (found.kind === 'collect' && !keepsCollecting(found, going)) screen.found = { kind: 'open' };
    return screen.codes.length > 0;
  },
};

function foundFaults(
  { tables, routines }: Required<Pick<Definition, 'tables' | 'routines'>>,
  codes: readonly { tableId: string }[],
  found: ScreenOf<'scan'>['found'],
): Fault[] {
  switch (found.kind) {
    case 'open':
      return [];
    case 'routine': {
      const routine = routines.find(({ id }) => id === found.routineId);
      if (!routine) return [fault('no-routine', {})];
      const isOfAll = codes.every(({ tableId }) => tableId === routine.tableId);
      return unless(isOfAll, 'routine-not-scanned', { name: routine.name });
    }
    case 'collect':
      return collectFaults(
        { tables },
        codes.map(({ tableId }) => tableId),
        found,
      );
  }
}

/** Units, formats, text size and colours, as the person likes. */
export const settings: ScreenTraits<ScreenOf<'settings'>> = bareScreen;
