import {
  aligned,
  type CompiledExpression,
  literal,
  parseExpression,
  typeWords,
  type ValueType,
} from '@/core/expression';
import { isLink } from './link';
import { isAsked, valueType, valueFault } from '@/core/column';
import type { Column } from '@/core/model';
/** The SQL that gives a column the value of an expression, or why it cannot, in words. */
export type Assigned = { sql: string } | { fault: string };

/** `leadsTo`: the table of the record that the expression is a path to, or null. */
export function assigned(
  column: Column,
  text: string,
  compiled: Pick<CompiledExpression, 'sql' | 'textSql' | 'type' | 'literal' | 'linkIdSql'>,
  leadsTo: string | null,
): Assigned {
  const { sql, type, linkIdSql } = compiled;
  if (!isAsked(column)) return { fault: `${column.name} is filled by the database` };
  const { tree } = parseExpression(text);
  if (tree.kind === 'null') {
    if (column.kind === 'yesNo') return { fault: `${column.name} is yes or no, not blank` };
    return column.required ? { fault: `${column.name} must not be blank` } : { sql: 'NULL' };
  }
  if (isLink(column))
    return linkIdSql !== null && leadsTo === column.tableId
      ? { sql: linkIdSql }
      : { fault: `${column.name} takes a record that a path leads to, such as :this` };
  if (tree.kind === 'text') {
    const fault = valueFault(column, tree.value);
    if (fault !== null) return { fault };
  }
  const wanted = valueType(column);
  const refused = { fault: `${column.name} takes ${typeWords(wanted)}, not ${typeWords(type)}` };
  if (type.kind === 'attachment') return refused;
  switch (column.kind) {
    case 'text':
    case 'longText':
      return { sql: `nullif(${column.kind === 'text' ? 'trim' : 'rtrim'}(${compiled.textSql}), '')` };
    case 'wholeNumber':
      if (!isOf(type, 'number')) return refused;
      return { sql: type.kind === 'number' && type.places === 0 ? sql : `CAST(round(${sql}) AS INTEGER)` };
    case 'decimal':
      return isOf(type, 'number') ? { sql: `round(${sql}, ${literal(column.places)})` } : refused;
    case 'money': {
      const [, value] = aligned([{ sql: 'NULL', type: wanted }, compiled] as const);
      if (value.type.kind === 'any' || (value.type.kind === 'money' && value.type.currency === column.currency))
        return { sql: value.sql };
      return refused;
    }
    case 'measure':
      return isOf(type, 'measure') && (type.kind !== 'measure' || type.quantity === column.quantity)
        ? { sql }
        : refused;
    case 'date':
      return isOf(type, 'date') || type.kind === 'text' ? { sql } : refused;
    default:
      return isOf(type, wanted.kind) ? { sql } : refused;
  }
}

const isOf = (type: ValueType, kind: ValueType['kind']): boolean => type.kind === kind || type.kind === 'any';
