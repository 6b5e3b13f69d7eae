import { under, unless } from '@/core/fault';
import type { ScreenOf } from '@/core/model';
import { screensOf } from '../madeScreens';
import { optional } from './placed';
import { noQuery, noRoutine, noScreen, noSource } from './references';
import { bareScreen, type ScreenTraits } from './traits';
import { through, way } from './ways';

/** Ways to other screens, fixed or made of rows. */
export const menu: ScreenTraits<ScreenOf<'menu'>> = {
  ...bareScreen,
  expressions: (plan, { entries }) =>
    entries.flatMap((entry) =>
      entry.kind !== 'heading' && entry.when
        ? optional(entry.when, 'person', 'condition', { tableId: plan.people?.tableId ?? '', partId: entry.id })
        : [],
    ),
  ways: (app, { entries }) => {
    const nameOf = (id: string) => screensOf(app).list.find((each) => each.id === id)?.name ?? '';
    return entries.flatMap((entry) => {
      if (entry.kind === 'heading') return [];
      if (entry.kind === 'routine') return through(app, entry.routineId);
      const by = entry.kind === 'rows' ? 'entry for each row' : `entry ${entry.label ?? nameOf(entry.screenId)}`;
      return way(entry.screenId, by);
    });
  },
  faults: (definition, { entries }) =>
    entries.flatMap((entry, at) => {
      if (entry.kind === 'heading') return [];
      return under(
        ['entries', at],
        [
          ...(entry.kind === 'routine'
            ? noRoutine(definition, entry.routineId, undefined)
            : noScreen(definition, entry.screenId, ['screenId'])),
          ...noQuery(definition, entry.when?.queryId, ['when', 'queryId']),
          ...(entry.kind === 'rows' ? noSource(definition, entry) : []),
          ...unless(entry.when?.person === undefined || definition.people !== undefined, 'entry-of-person', {}, [
            'when',
          ]),
        ],
      );
    }),
  sources: ({ entries }) => entries.filter((entry) => entry.kind === 'rows'),
  queries: ({ entries }) =>
    entries.flatMap((entry) => (entry.kind !== 'heading' && entry.when?.queryId ? [entry.when.queryId] : [])),
  routines: ({ entries }) => entries.flatMap((entry) => (entry.kind === 'routine' ? [entry.routineId] : [])),
  withoutScreens: (screen, goes) => {
    screen.entries = screen.entries.filter(
      (entry) => entry.kind === 'heading' || entry.kind === 'routine' || !goes(entry.screenId),
    );
  },
  without: (screen, going) => {
    screen.entries = screen.entries.filter(
      (entry) => entry.kind !== 'rows' || (!going.table(entry.tableId) && !going.column(entry.columnId)),
    );
    return true;
  },
};
