import { planScope } from './scope';
import { isLink, withKind } from '@/core/column';
import { analyseExpression, parseExpression, type ScopeTable, spellName } from '@/core/expression';
import type { Column, ColumnOf, Definition, Table } from '@/core/model';
import type { ValueType } from '@/core/sql';
import { unitsOf } from '@/core/unit';

type Plan = Pick<Definition, 'tables'>;

/** The columns to show; a computed one as a column of the kind that its expression gives. */
export function shownColumns(plan: Plan, table: Table): Column[] {
  const scope = planScope(plan)(table.id);
  return table.columns.map((column) =>
    column.kind === 'expression' ? ofType(column, analyseExpression(column.text, scope).type) : column,
  );
}

/** A computed column as one of the kind that its expression gives, for formatting. */
export function ofType(
  {
    id,
    name,
    identifier,
    required,
    unique,
    default: none,
  }: Pick<Column, 'id' | 'name' | 'identifier' | 'required' | 'unique' | 'default'>,
  type: ValueType,
): Column {
  const common = { id, name, identifier, required, unique, default: none };
  switch (type.kind) {
    case 'money':
      return { ...common, kind: 'money', currency: type.currency };
    case 'number':
      return type.places === 0
        ? { ...common, kind: 'wholeNumber' }
        : { ...common, kind: 'decimal', places: Math.min(type.places ?? 2, 4) };
    case 'yesNo':
    case 'date':
      return { ...common, kind: type.kind };
    case 'measure':
      return {
        ...common,
        ...(withKind({ ...common }, 'measure') as ColumnOf<'measure'>),
        quantity: type.quantity,
        unit: unitsOf(type.quantity)[1] ?? '',
        identifier,
      };
    default:
      return { ...common, kind: 'text' };
  }
}

/**
 * The column that an expression stands for where it is nothing but a path of names: one of the table, or of one that
 * links lead to.
 */
export function columnAtPath(
  plan: Plan,
  tableId: string,
  text: string,
): { column: Column; table: Table; links: number } | null {
  const { tree } = parseExpression(text);
  if (tree.kind !== 'path') return null;
  let table = plan.tables.find(({ id }) => id === tableId);
  for (const [index, { name }] of tree.parts.entries()) {
    const column: Column | undefined = table?.columns.find(
      ({ identifier }) => identifier.toLowerCase() === name.toLowerCase(),
    );
    if (!table || !column) return null;
    if (index === tree.parts.length - 1) return { column, table, links: index };
    if (!isLink(column)) return null;
    table = plan.tables.find(({ id }) => id === column.tableId);
  }
  return null;
}

/** The expression that is nothing but a column. */
export const columnText = ({ identifier }: Pick<Column, 'identifier'>): string => spellName(identifier);

/** A value as a column of the kind that the expression gives, for formatting. */
export function columnOfText(
  plan: Plan,
  tableId: string,
  text: string,
  scope: ScopeTable = planScope(plan)(tableId),
): Column {
  const found = columnAtPath(plan, tableId, text);
  const value = {
    id: 'value',
    name: 'Value',
    identifier: 'value',
    required: false,
    unique: false,
    default: { kind: 'none' },
  } as const;
  if (found && found.column.kind !== 'expression') return found.column;
  return ofType(found ? found.column : value, analyseExpression(text, scope).type);
}
