import { planScope } from './scope';
import { analyseExpression, parameters, type ScopeTable, valueOf } from '@/core/expression';
import type { Definition, Query, QueryParameter } from '@/core/model';
import { ME, numberLiteral, param, quoteText, rowsOf, sql, type Typed } from '@/core/sql';

type Plan = Pick<Definition, 'tables' | 'people'>;

const NUMBER = /^-?\d+(\.\d+)?$/;

/** Whether a value as it is typed is one of the parameter's kind. A date may be `today`. */
export function fitsParameter({ kind }: Pick<QueryParameter, 'kind'>, value: string): boolean {
  switch (kind) {
    case 'text':
      return value !== '';
    case 'number':
      return NUMBER.test(value);
    case 'date':
      return value === 'today' || (/^\d{4}-\d{2}-\d{2}$/.test(value) && !Number.isNaN(Date.parse(value)));
    case 'person':
      return true;
  }
}

/** What a screen gives a query in place of its parameters' own values, by their names. */
export type Given = Record<string, string>;

/**
 * The parameters of a query as they stand in SQL: values as they are, what is of the person as a look-up of their
 * profile.
 */
export function parametersOf(plan: Plan, { parameters: own = [] }: Pick<Query, 'parameters'>): Record<string, Typed> {
  return Object.fromEntries(own.map((parameter) => [parameter.name, typed(plan, parameter)]));
}

function typed(plan: Plan, { kind, value }: QueryParameter): Typed {
  switch (kind) {
    case 'text':
      return { sql: quoteText(value), type: { kind: 'text' } };
    case 'number':
      if (!NUMBER.test(value)) return { sql: 'NULL', type: { kind: 'number', places: 0 } };
      return {
        sql: numberLiteral(value),
        type: { kind: 'number', places: (value.split('.')[1] ?? '').length },
        literal: value,
      };
    case 'date':
      return value === 'today' ? (parameters.today as Typed) : { sql: quoteText(value), type: { kind: 'date' } };
    case 'person': {
      const people = plan.tables.find(({ id }) => id === plan.people?.tableId);
      if (!people) return { sql: 'NULL', type: { kind: 'any' } };
      const compiled = analyseExpression(value, planScope(plan)(people.id), '_me.');
      const found = sql`
        (SELECT ${valueOf(compiled)} FROM ${rowsOf(people.identifier)} AS "_me"
        WHERE "_me"."id" = ${param(ME)})`;
      return { ...found, type: compiled.type };
    }
  }
}

/** What the names in a query's condition stand for. */
export function queryScope(plan: Plan, query: Pick<Query, 'tableId' | 'parameters'>): ScopeTable {
  return { ...planScope(plan)(query.tableId), parameters: parametersOf(plan, query) };
}

/** The query with what a screen gives it. */
export function withGiven(query: Query, given: Given = {}): Query {
  if (!query.parameters) return query;
  return {
    ...query,
    parameters: query.parameters.map((parameter) => ({
      ...parameter,
      value: given[parameter.name] ?? parameter.value,
    })),
  };
}
