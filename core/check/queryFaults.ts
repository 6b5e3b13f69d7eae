import { fault, type Fault, type Path, unless } from '@/core/fault';
import type { Definition, Query } from '@/core/model';
import { expressionsOfQuery, fitsParameter, handSqlFaults } from '@/core/plan';
import { placedFaults } from './expressionFaults';

/** What is wrong with a query. */
export function queryFaults(definition: Definition, query: Query): Fault[] {
  if (!definition.tables.some(({ id }) => id === query.tableId)) return [fault('no-table', {}, ['tableId'])];
  return [
    ...(query.sql === undefined ? [] : handSqlFaults(definition, query)),
    ...parameterFaults(definition, query),
    ...placedFaults(definition, query, expressionsOfQuery(definition, query)),
  ];
}

const MOST_SAID = 40;

const parameterFaults = ({ people }: Definition, { parameters = [] }: Query): Fault[] =>
  parameters.flatMap(({ name, kind, value }, index) => {
    const at: Path = ['parameters', index];
    const isFirst = name !== 'today' && parameters.findIndex((each) => each.name === name) === index;
    return [
      ...unless(isFirst, 'parameter-twice', { name }, at),
      ...unless(kind !== 'person' || people !== undefined, 'parameter-of-person', { name }, at),
      ...unless(
        fitsParameter({ kind }, value),
        'parameter-value',
        { name, kind, value: value.slice(0, MOST_SAID) },
        at,
      ),
    ];
  });
