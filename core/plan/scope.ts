import { isDraft } from 'immer';
import { personalIdentifier } from './identifier';
import { incomingLinks } from './link';
import { valueType } from '@/core/column';
import { analyseExpression, type CompiledExpression, type ScopeName, type ScopeTable } from '@/core/expression';
import { memo } from '@/core/memo';
import type { Column, Definition, Table } from '@/core/model';
import { quoteName } from '@/core/sql';

type Plan = Pick<Definition, 'tables'>;

/** What names mean in expressions, table by table. Kept with the plan, unless it is one that is being changed. */
export const planScope = ({ tables }: Plan): ((tableId: string) => ScopeTable) => scopeOf(tables);

const scopeOf = memo(scopesOf, { unless: isDraft });

function scopesOf(tables: Table[]): (tableId: string) => ScopeTable {
  const plan: Plan = { tables };
  const made = new Map<string, ScopeTable>();
  const scope = (tableId: string): ScopeTable => {
    const there = made.get(tableId);
    if (there) return there;
    const table = plan.tables.find(({ id }) => id === tableId);
    const built = table
      ? scopeTable(plan, table, scope)
      : { identifier: '', recordName: 'record', naming: "''", names: {} };
    made.set(tableId, built);
    return built;
  };
  return scope;
}

/** What was analysed for a plan, by table and text. */
const analyses = memo<[readonly Table[]], Map<string, CompiledExpression>>(() => new Map());

/** An expression as seen from a row of a table, analysed once for a plan, unless it is one that is being changed. */
export function analysed(plan: Plan, tableId: string, text: string): CompiledExpression {
  if (isDraft(plan.tables)) return analyseExpression(text, planScope(plan)(tableId));
  const found = analyses(plan.tables);
  const key = `${tableId} ${text}`;
  let analysis = found.get(key);
  if (!analysis) found.set(key, (analysis = analyseExpression(text, planScope(plan)(tableId))));
  return analysis;
}

function scopeTable(plan: Plan, table: Table, scope: (tableId: string) => ScopeTable): ScopeTable {
  const { identifier, recordName } = table;
  const apart = personalIdentifier(plan.tables, identifier);
  const own = table.columns.map((column): [string, ScopeName] => [column.identifier, scopeName(column, scope, apart)]);
  const many = incomingLinks(plan, table.id).map(({ table: child, column }): [string, ScopeName] => [
    column.inverseIdentifier,
    { kind: 'many', id: column.id, identifier: column.identifier, table: () => scope(child.id) },
  ]);
  return { identifier, recordName, naming: namingText(table), names: Object.fromEntries([...many, ...own]) };
}

function scopeName(column: Column, scope: (tableId: string) => ScopeTable, apart: string): ScopeName {
  const { id, identifier } = column;
  if (column.kind === 'expression') return { kind: 'expression', id, text: column.text };
  if (column.kind === 'link') return { kind: 'link', id, identifier, table: () => scope(column.tableId) };
  return {
    kind: 'column',
    id,
    identifier,
    type: valueType(column),
    ...(column.perPerson ? { personal: apart } : {}),
  };
}

/** The expression that names a record; one column is the expression of its name. */
export function namingText({ naming, columns }: Table): string {
  if (naming.kind === 'expression') return naming.text;
  const column = columns.find(({ id }) => id === naming.columnId);
  return column ? quoteName(column.identifier) : "''";
}

/** Every expression of a table, with the way to put another text in its place. */
export function expressionsOf(table: Table): { text: string; set: (text: string) => void }[] {
  const { naming } = table;
  return [
    ...(naming.kind === 'expression' ? [{ text: naming.text, set: (text: string) => void (naming.text = text) }] : []),
    ...table.columns.flatMap((column) =>
      column.kind === 'expression' ? [{ text: column.text, set: (text: string) => void (column.text = text) }] : [],
    ),
  ];
}
