import { type CompiledExpression, parseExpression, typeWords } from '@/core/expression';
import { isLink } from './link';
import { isAsked, valueType, valueFault, traitsOf } from '@/core/column';
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
  const { type, linkIdSql } = compiled;
  if (!isAsked(column)) return { fault: `${column.name} is filled by the database` };
  const { tree } = parseExpression(text);
  if (tree.kind === 'null') {
    if (traitsOf(column).neverBlank) return { fault: `${column.name} is yes or no, not blank` };
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
  const sql = type.kind === 'attachment' ? null : traitsOf(column).assign(column, compiled, wanted);
  return sql === null ? { fault: `${column.name} takes ${typeWords(wanted)}, not ${typeWords(type)}` } : { sql };
}
