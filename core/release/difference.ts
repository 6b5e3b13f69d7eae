import isSame from 'fast-deep-equal';
import { columnDifferences } from './columnDifferences';
import { type Area, areas, type Difference, paired } from './compared';
import type { Definition, Table } from '@/core/model';
import { screensOf } from '@/core/plan';

interface Named {
  id: string;
  name: string;
}

/** What is otherwise in `after` than in `before`, in plain words, by area. */
export function differencesBetween(before: Definition, after: Definition): Difference[] {
  const found = [
    ...tableDifferences(before, after),
    ...peopleDifferences(before, after),
    ...namedDifferences('queries', 'query', before.queries ?? [], after.queries ?? []),
    ...namedDifferences('routines', 'routine', before.routines ?? [], after.routines ?? []),
    ...screenDifferences(before, after),
    ...lookDifferences(before, after),
  ];
  return areas.flatMap((area) => found.filter((each) => each.area === area));
}

function tableDifferences(before: Definition, after: Definition): Difference[] {
  const { came, went, stayed } = paired(before.tables, after.tables);
  return [
    ...came.map(({ name }): Difference => ({ area: 'tables', change: 'added', words: `New table ${name}` })),
    ...came.flatMap((table) => columnDifferences(after, null, table).filter(({ area }) => area === 'links')),
    ...went.map(({ name }): Difference => ({
      area: 'tables',
      change: 'removed',
      words: `${name} went, with its rows`,
    })),
    ...stayed.flatMap(({ was, now }) =>
      was === now ? [] : [...ownDifferences(was, now), ...columnDifferences(after, was, now)],
    ),
  ];
}

/** What is otherwise about a table as a whole. */
function ownDifferences(was: Table, now: Table): Difference[] {
  const changed = (words: string): Difference => ({ area: 'tables', change: 'changed', words });
  const said = [
    was.name !== now.name && `${was.name} is now called ${now.name}`,
    was.recordName !== now.recordName && `One of ${now.name} is now called ${now.recordName}`,
    (was.heading ?? '') !== (now.heading ?? '') &&
      (now.heading ? `${now.name} now stands under ${now.heading}` : `${now.name} no longer stands under a heading`),
    Boolean(was.owned) !== Boolean(now.owned) &&
      (now.owned ? `Rows of ${now.name} are now for their owner alone` : `Rows of ${now.name} are now for everyone`),
    !isSame(was.naming, now.naming) && `Records of ${now.name} are named otherwise`,
    !isSame(was.keys ?? [], now.keys ?? []) && `Records of ${now.name} are told apart or looked up otherwise`,
  ];
  return said.filter((words) => words !== false).map(changed);
}

function peopleDifferences({ people: was, tables }: Definition, { people: now, ...after }: Definition): Difference[] {
  if (isSame(was, now)) return [];
  const nameOf = (among: readonly Named[], id: string) => among.find((each) => each.id === id)?.name ?? '';
  if (!now)
    return [
      {
        area: 'people',
        change: 'removed',
        words: `Nobody signs in any more, as one of ${nameOf(tables, was?.tableId ?? '')} did`,
      },
    ];
  const who = nameOf(after.tables, now.tableId);
  if (!was) return [{ area: 'people', change: 'added', words: `People now sign in, as one of ${who}` }];
  const words =
    was.tableId !== now.tableId
      ? `People now sign in as one of ${who}`
      : now.pins
        ? 'Profiles can now have a PIN'
        : 'Profiles no longer have a PIN';
  return [{ area: 'people', change: 'changed', words }];
}

function namedDifferences(area: Area, what: string, before: readonly Named[], after: readonly Named[]): Difference[] {
  const { came, went, stayed } = paired(before, after);
  return [
    ...came.map(({ name }): Difference => ({ area, change: 'added', words: `New ${what} ${name}` })),
    ...went.map(({ name }): Difference => ({ area, change: 'removed', words: `The ${what} ${name} went` })),
    ...stayed.flatMap(({ was, now }): Difference[] => {
      if (isSame(was, now)) return [];
      const renamed = was.name !== now.name;
      const more = !isSame({ ...was, name: '' }, { ...now, name: '' });
      return [
        ...(renamed
          ? [{ area, change: 'changed', words: `The ${what} ${was.name} is now called ${now.name}` } as const]
          : []),
        ...(more ? [{ area, change: 'changed', words: `The ${what} ${now.name} changed` } as const] : []),
      ];
    }),
  ];
}

/** Screens that nobody has designed follow the plan by themselves: that is no difference of theirs. */
function screenDifferences(before: Definition, after: Definition): Difference[] {
  if (!before.screens && !after.screens) return [];
  const [was, now] = [screensOf(before), screensOf(after)];
  const startOf = ({ list, startId }: typeof was) => list.find(({ id }) => id === startId)?.name ?? '';
  const isMoved = was.startId !== now.startId || !isSame(was.frame, now.frame);
  return [
    ...namedDifferences('screens', 'screen', was.list, now.list),
    ...(isMoved
      ? [
          {
            area: 'screens',
            change: 'changed',
            words: `The app starts with ${startOf(now)}, its frame changed`,
          } as const,
        ]
      : []),
  ];
}

function lookDifferences(before: Definition, after: Definition): Difference[] {
  const changed = (words: string): Difference => ({ area: 'look', change: 'changed', words });
  return [
    ...(before.name === after.name ? [] : [changed(`${before.name} is now called ${after.name}`)]),
    ...(isSame(before.theme, after.theme) ? [] : [changed('The app looks otherwise')]),
  ];
}
