import { fault, type Fault, type Path, unless } from '@/core/fault';
import type { Definition, Query, Screen, Table } from '@/core/model';
import { linkOf } from '../madeScreens';
import { fitsParameter, type Given } from '../parameter';
import type { Source } from './traits';

export const tableOf = ({ tables }: Pick<Definition, 'tables'>, screen: { tableId: string }): Table | undefined =>
  tables.find(({ id }) => id === screen.tableId);

/** Why a screen cannot lead to another, which stands at `at`. */
export const noScreen = ({ screens }: Definition, id: string | undefined, at: Path): Fault[] =>
  unless(id === undefined || screens?.list.some((screen: Screen) => screen.id === id) === true, 'no-screen', {}, at);

/** Why a query cannot be depended on. */
export const noQuery = ({ queries = [] }: Definition, id: string | undefined, at: Path = ['queryId']): Fault[] =>
  unless(id === undefined || queries.some((query) => query.id === id), 'no-query', {}, at);

/** Why rows cannot be taken from a query as they are. */
export function noSource(definition: Definition, { tableId, queryId, given = {} }: Source): Fault[] {
  const query = definition.queries?.find(({ id }) => id === queryId);
  if (!query) return noQuery(definition, queryId);
  if (query.tableId !== tableId) return [fault('query-elsewhere', {}, ['queryId'])];
  return wrongGiven(query, given);
}

/** What of that which is given a query it does not take. */
export function wrongGiven({ parameters = [] }: Pick<Query, 'parameters'>, given: Given): Fault[] {
  const takes = ([name, value]: [string, string]) =>
    parameters.some((each) => each.name === name && each.kind !== 'person' && fitsParameter(each, value));
  return Object.entries(given)
    .filter((each) => !takes(each))
    .map(([name]) => fault('given', { name }, ['given', name]));
}

/** Why a routine cannot be run on records of a table (by itself where there is none). */
export function noRoutine(
  { routines = [] }: Definition,
  id: string,
  tableId: string | undefined,
  at: Path = ['routineId'],
): Fault[] {
  const routine = routines.find((each) => each.id === id);
  if (!routine) return [fault('no-routine', {}, at)];
  return unless(routine.tableId === tableId, 'routine-elsewhere', { name: routine.name }, at);
}

/** Why records that belong to those of a table by a link cannot be shown. */
export const noSide = (definition: Definition, columnId: string, tableId: string): Fault[] =>
  unless(linkOf(definition, columnId)?.column.tableId === tableId, 'no-side', {}, ['columnId']);
