import { memo } from '@/core/memo';
import { analyseExpression, typeWords, faultWords } from '@/core/expression';
import { routineCircle, routineFault } from './routineFault';
import { traitsOf } from '@/core/column';
import type { Definition, Query, Screen } from '@/core/model';
import {
  handSqlFault,
  fitsParameter,
  analysed,
  expressionsOfQuery,
  expressionsOfScreen,
  type PlacedExpression,
  columnAtPath,
  traitsOfScreen,
} from '@/core/plan';

export interface ScreenFault {
  place: string;
  reason: string;
}

/** What is wrong with the screens and queries of a definition whose tables are right: the first fault, or null. */
export function screensFault(definition: Definition, root: string): ScreenFault | null {
  const { queries = [], screens } = definition;
  const twice =
    repeated(queries, `${root}.queries`) ?? (screens ? repeated(screens.list, `${root}.screens.list`) : null);
  if (twice) return twice;
  for (const [index, query] of queries.entries()) {
    const fault = queryFault(definition, query);
    if (fault) return { place: `${root}.queries[${index}]`, reason: fault };
  }
  const routines = routinesFault(definition, `${root}.routines`);
  if (routines) return routines;
  if (!screens) return null;
  const has = (id: string) => screens.list.some((screen) => screen.id === id);
  if (!has(screens.startId)) return { place: `${root}.screens.startId`, reason: 'there is no screen with this id' };
  if (screens.frame && !screens.frame.screenIds.every(has))
    return { place: `${root}.screens.frame`, reason: 'there is no screen with this id' };
  for (const [index, screen] of screens.list.entries()) {
    const fault = screenFault(definition, screen);
    if (fault) return { place: `${root}.screens.list[${index}]`, reason: fault };
  }
  return null;
}

const routinesFault = (definition: Definition, place: string): ScreenFault | null =>
  definition.routines ? routinesFaultOf(definition.routines, definition, place) : null;

const routinesFaultOf = memo(findRoutinesFault, {
  by: (_, definition, place) => [definition.tables, definition.queries, screenIds(definition), place],
});

function findRoutinesFault(
  routines: NonNullable<Definition['routines']>,
  definition: Definition,
  place: string,
): ScreenFault | null {
  const twice = repeated(routines, place);
  if (twice) return twice;
  for (const [index, routine] of routines.entries()) {
    const fault = routineFault(definition, routine);
    if (fault) return { place: `${place}[${index}]`, reason: fault };
  }
  const circle = routineCircle(definition);
  if (circle)
    return {
      place: `${place}[${routines.findIndex(({ name }) => name === circle[0])}]`,
      reason: `it would start itself again: ${circle.join(' → ')}`,
    };
  return null;
}

function repeated(items: readonly { id: string; name: string }[], place: string): ScreenFault | null {
  for (const key of ['id', 'name'] as const) {
    const seen = new Set<string>();
    for (const [index, item] of items.entries()) {
      const value = key === 'id' ? item.id : item.name.toLowerCase();
      if (seen.has(value)) return { place: `${place}[${index}]`, reason: `“${item[key]}” is there twice` };
      seen.add(value);
    }
  }
  return null;
}

function queryFault(definition: Definition, query: Query): string | null {
  if (!definition.tables.some(({ id }) => id === query.tableId)) return 'its table is not there';
  const written = query.sql === undefined ? null : handSqlFault(definition, query);
  if (written) return `at character ${written.start + 1} of its SQL, ${written.reason}`;
  return parameterFault(definition, query) ?? firstFault(definition, expressionsOfQuery(definition, query));
}

function parameterFault({ people }: Definition, { parameters = [] }: Query): string | null {
  for (const [index, { name, kind, value }] of parameters.entries()) {
    if (name === 'today' || parameters.findIndex((each) => each.name === name) < index)
      return `the parameter “:${name}” is there already`;
    if (kind === 'person' && !people) return `the parameter “:${name}” is of the person, and the app has no people`;
    if (!fitsParameter({ kind }, value)) return `the parameter “:${name}” takes a ${kind}, not “${value.slice(0, 40)}”`;
  }
  return null;
}

/** What is wrong with a screen, in words; found once for a screen under one plan. */
export const screenFault = (definition: Definition, screen: Screen): string | null => faultOf(screen, definition);

const faultOf = memo(
  (screen: Screen, definition: Definition): string | null =>
    referenceFault(definition, screen) ?? firstFault(definition, expressionsOfScreen(definition, screen)),
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
const screenIds = ({ screens }: Definition): string => (screens ? idsIn(screens.list) : '');
const idsIn = memo((list: readonly Screen[]) => list.map(({ id }) => id).join('\n'));

function referenceFault(definition: Definition, screen: Screen): string | null {
  if ('tableId' in screen && !definition.tables.some(({ id }) => id === screen.tableId))
    return 'its table is not there';
  return traitsOfScreen(screen).fault(definition, screen);
}

const first = (faults: readonly (string | null)[]): string | null => faults.find((fault) => fault !== null) ?? null;

function firstFault(definition: Definition, expressions: readonly PlacedExpression[]): string | null {
  return first(expressions.map((each) => expressionFault(definition, each)));
}

/** Why an expression cannot stand where it does, in words, or null. */
export function expressionFault(
  definition: Pick<Definition, 'tables'>,
  { text, tableId, expected, scope }: Pick<PlacedExpression, 'text' | 'tableId' | 'expected' | 'scope'>,
): string | null {
  const { faults, type } = scope ? analyseExpression(text, scope) : analysed(definition, tableId, text);
  const path = columnAtPath(definition, tableId, text);
  if (expected === 'shown' && path && traitsOf(path.column).isAttachment) return null;
  const [fault] = faults;
  if (fault) return `“${text}”: ${faultWords(fault)}`;
  if (type.kind === 'any') return null;
  if (expected === 'condition' && type.kind !== 'yesNo')
    return `“${text}”: a condition is yes or no, not ${typeWords(type)}`;
  if (expected === 'tone' && type.kind !== 'text') return `“${text}”: a tone is text, not ${typeWords(type)}`;
  if (expected === 'number' && type.kind !== 'number' && type.kind !== 'money' && type.kind !== 'measure')
    return `“${text}”: this takes a number, not ${typeWords(type)}`;
  return null;
}
