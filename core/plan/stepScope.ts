import { planScope } from './scope';
import { isLink } from '@/core/column';
import { recordParam, valueParam } from '@/core/compiled';
import { analyseExpression, type CompiledExpression, type ScopeName, type ScopeTable } from '@/core/expression';
import { type Definition, type Routine, THIS } from '@/core/model';
import { type Fragment, param, type Typed, type ValueType } from '@/core/sql';

type Plan = Pick<Definition, 'tables'>;

/** What is at hand where a step stands. */
export interface StepScope {
  /** The table of the row that bare names are of, and what that row is called; null where there is none. */
  row: { tableId: string; name: string } | null;
  /** Records by their names, with the row's own. */
  records: Readonly<Record<string, string>>;
  values: Readonly<Record<string, ValueType>>;
}

/** What is at hand where a routine begins. */
export const startScope = ({ tableId }: Pick<Routine, 'tableId'>): StepScope =>
  tableId === undefined
    ? { row: null, records: {}, values: {} }
    : { row: { tableId, name: THIS }, records: { [THIS]: tableId }, values: {} };

/** What the id of a record at hand is in SQL; null for the default, its parameter. */
export type RecordSql = (name: string) => Fragment | null;

/** A table's names, with all that is at hand. `tableId`: the table of the row that bare names are of; null for none. */
export function stepNames(
  plan: Plan,
  tableId: string | null,
  { records, values }: Pick<StepScope, 'records' | 'values'>,
  recordSql: RecordSql = () => null,
): ScopeTable {
  const scope = planScope(plan);
  const base: ScopeTable =
    tableId === null ? { identifier: '', recordName: 'routine', naming: "''", names: {} } : scope(tableId);
  const named = Object.entries(records).map(([name, of]): [string, ScopeName] => {
    const { sql, takes } = recordSql(name) ?? param(recordParam(name));
    return [`:${name}`, { kind: 'record', id: `:${name}`, sql, takes, table: () => scope(of) }];
  });
  const parameters = Object.fromEntries(
    Object.entries(values).map(([name, type]): [string, Typed] => [name, { ...param(valueParam(name)), type }]),
  );
  return { ...base, names: { ...base.names, ...Object.fromEntries(named) }, parameters };
}

/** An expression as it is seen where a step stands. */
export function analysedAt(
  plan: Plan,
  scope: StepScope,
  text: string,
  tableId: string | null = scope.row?.tableId ?? null,
): CompiledExpression {
  return analyseExpression(text, stepNames(plan, tableId, scope));
}

/** The table of the record that a path leads to, or null where it leads to none. */
export function recordTableAt(plan: Plan, scope: StepScope, text: string): string | null {
  const { references, linkIdSql } = analysedAt(plan, scope, text);
  const last = references.at(-1)?.id;
  if (linkIdSql === null || last === undefined) return null;
  if (last.startsWith(':')) return scope.records[last.slice(1)] ?? null;
  return plan.tables.flatMap(({ columns }) => columns.filter(isLink)).find(({ id }) => id === last)?.tableId ?? null;
}
