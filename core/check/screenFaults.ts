import { fault, type Fault } from '@/core/fault';
import { memo } from '@/core/memo';
import type { Definition, Screen } from '@/core/model';
import { expressionsOfScreen, traitsOfScreen } from '@/core/plan';
import { placedFaults } from './expressionFaults';

/** What is wrong with a screen; found once for a screen under one plan. */
export const screenFaults = (definition: Definition, screen: Screen): Fault[] => faultsOf(screen, definition);

const faultsOf = memo(
  (screen: Screen, definition: Definition): Fault[] => {
    if ('tableId' in screen && !definition.tables.some(({ id }) => id === screen.tableId))
      return [fault('no-table', {}, ['tableId'])];
    return [
      ...traitsOfScreen(screen).faults(definition, screen),
      ...placedFaults(definition, screen, expressionsOfScreen(definition, screen)),
    ];
  },
  // What a screen is held against: the plan, the queries, and which other screens there are.
  {
    by: (_, definition) => [
      definition.tables,
      definition.people,
      definition.queries,
      definition.routines,
      screenIds(definition),
    ],
  },
);

/** Which screens there are, in their order. */
export const screenIds = ({ screens }: Definition): string => (screens ? idsIn(screens.list) : '');
const idsIn = memo((list: readonly Screen[]) => list.map(({ id }) => id).join('\n'));
