import type { Definition, Screen, Table } from '@/core/model';
import { linkOf } from '../madeScreens';
import { fitsParameter } from '../parameter';
import type { Source } from './traits';

/** The first fault of several, or null. */
export const first = (faults: readonly (string | null)[]): string | null =>
  faults.find((fault) => fault !== null) ?? null;

export const tableOf = ({ tables }: Pick<Definition, 'tables'>, screen: { tableId: string }): Table | undefined =>
  tables.find(({ id }) => id === screen.tableId);

/** Why a screen cannot lead to another, in words, or null. */
export const noScreen = ({ screens }: Definition, id: string | undefined): string | null =>
  id !== undefined && !screens?.list.some((screen: Screen) => screen.id === id)
    ? 'it leads to a screen that is not there'
    : null;

/** Why a query cannot be depended on, in words, or null. */
export const noQuery = ({ queries = [] }: Definition, id: string | undefined): string | null =>
  id === undefined || queries.some((query) => query.id === id) ? null : 'its query is not there';

/** Why rows cannot be taken from a query as they are, in words, or null. */
export function noSource(definition: Definition, { tableId, queryId, given = {} }: Source): string | null {
  const missing = noQuery(definition, queryId);
  const query = definition.queries?.find(({ id }) => id === queryId);
  if (missing !== null || !query) return missing;
  if (query.tableId !== tableId) return 'its query selects rows of another table';
  const takes = ([name, value]: [string, string]) =>
    (query.parameters ?? []).some((each) => each.name === name && each.kind !== 'person' && fitsParameter(each, value));
  const wrong = Object.entries(given).find((each) => !takes(each));
  return wrong ? `it gives “:${wrong[0]}”, which its query does not take` : null;
}

/** Why a routine cannot be run on records of a table (by itself where there is none), in words, or null. */
export function noRoutine({ routines = [] }: Definition, id: string, tableId: string | undefined): string | null {
  const routine = routines.find((each) => each.id === id);
  if (!routine) return 'the routine that it runs is not there';
  return routine.tableId === tableId ? null : `the routine ${routine.name} is not of its table`;
}

/** Why records that belong to those of a table by a link cannot be shown, in words, or null. */
export const noSide = (definition: Definition, columnId: string, tableId: string): string | null =>
  linkOf(definition, columnId)?.column.tableId === tableId ? null : 'it shows records of a link that is not there';
