import { isDraft } from 'immer';
import { fault, type Fault, type Mend, mendedBy, type Path, under, unless } from '@/core/fault';
import { memo } from '@/core/memo';
import type { Definition, Table } from '@/core/model';
import { peopleFaults } from '@/core/plan';
import { queryFaults } from './queryFaults';
import { routineCircle, routineFaults } from './routineFaults';
import { screenFaults, screenIds } from './screenFaults';
import { repeats, tableFaults } from './tableFaults';

/**
 * All that is wrong with a definition that its schema cannot say: ids and names that repeat, what is named and not
 * there, values and expressions that do not fit. Empty where nothing is. Screens, queries and routines are looked at
 * only where the tables are sound: what a wrong table makes of them is no fault of theirs.
 */
export function definitionFaults(definition: Definition): Fault[] {
  const plan = faultsOfPlan(definition.tables, definition);
  return plan.length > 0 ? plan : faultsOverPlan(definition);
}

/** An edit of a screen leaves the plan as it was. */
const faultsOfPlan = memo(
  (tables: Table[], definition: Definition): Fault[] => {
    const basic = [...repeats(tables, ['tables']), ...peopleFaults(definition)];
    const faults = [...basic, ...tables.flatMap((_, index) => tableFaults(definition, index))];
    // What is wrong with a computed column is told there first, and then where it is used.
    return [...faults.filter((each) => !isDerived(each)), ...faults.filter(isDerived)];
  },
  { by: (_, { people }) => [people], unless: isDraft },
);

const isDerived = (fault: Fault): boolean => fault.code === 'expression' && fault.data.of.code === 'derived';

/** What is wrong with the queries, routines and screens over tables that are right. */
function faultsOverPlan(definition: Definition): Fault[] {
  const { queries = [], screens, routines } = definition;
  return [
    ...itemsLeftOut(['queries'], repeats(queries, [])),
    ...queries.flatMap((query, index) => leftOut(['queries', index], queryFaults(definition, query))),
    ...(routines ? faultsOfRoutines(routines, definition) : []),
    ...(screens ? faultsOfScreens(definition, screens) : []),
  ];
}

/** Faults of a part, each mended by leaving out the part. */
const leftOut = (path: Path, faults: readonly Fault[], way: 'leave-out' | 'leave-out-screen' = 'leave-out'): Fault[] =>
  mendedBy({ way, at: path }, under(path, faults));

/** Faults of a list, each mended by leaving out the item that it is of. */
const itemsLeftOut = (path: Path, faults: readonly Fault[], way: 'leave-out' | 'leave-out-screen' = 'leave-out') =>
  faults.flatMap(({ place: [index, ...rest], ...each }) =>
    leftOut([...path, index as number], [{ ...each, place: rest }], way),
  );

function faultsOfScreens(definition: Definition, screens: NonNullable<Definition['screens']>): Fault[] {
  const { list, startId, frame } = screens;
  const has = (id: string) => list.some((screen) => screen.id === id);
  const at: Path = ['screens', 'list'];
  const start: Mend = { way: 'start', at: ['screens', 'startId'], value: list[0]?.id ?? '' };
  const missing = { what: 'screen' } as const;
  return [
    ...itemsLeftOut(at, repeats(list, []), 'leave-out-screen'),
    ...mendedBy(start, unless(has(startId), 'no-such', missing, ['screens', 'startId'])),
    ...mendedBy(
      { way: 'leave-out-frame', at: ['screens', 'frame'] },
      (frame?.screenIds ?? []).flatMap((id, index) =>
        unless(has(id), 'no-such', missing, ['screens', 'frame', 'screenIds', index]),
      ),
    ),
    ...list.flatMap((screen, index) => leftOut([...at, index], screenFaults(definition, screen), 'leave-out-screen')),
  ];
}

const faultsOfRoutines = memo(
  (routines: NonNullable<Definition['routines']>, definition: Definition): Fault[] => {
    const circle = routineCircle(definition);
    const first = routines.findIndex(({ name }) => name === circle?.[0]);
    return [
      ...itemsLeftOut(['routines'], repeats(routines, [])),
      ...routines.flatMap((routine, index) => leftOut(['routines', index], routineFaults(definition, routine))),
      ...(circle ? leftOut(['routines', first], [fault('starts-itself', { names: circle })]) : []),
    ];
  },
  { by: (_, definition) => [definition.tables, definition.queries, screenIds(definition)] },
);
