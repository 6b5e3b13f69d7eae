import { isAsked, isLink, traitsOf, valueFault, valueType } from '@/core/column';
import { type CompiledExpression, parseExpression } from '@/core/expression';
import { fault, type Fault } from '@/core/fault';
import type { Column } from '@/core/model';

/** The SQL that gives a column the value of an expression, or why it cannot. */
export type Assigned = { sql: string } | { fault: Fault };

/** `leadsTo`: the table of the record that the expression is a path to, or null. */
export function assigned(
  column: Column,
  text: string,
  compiled: Pick<CompiledExpression, 'sql' | 'textSql' | 'type' | 'literal' | 'linkIdSql'>,
  leadsTo: string | null,
): Assigned {
  const { type, linkIdSql } = compiled;
  const told = { text, column: column.name };
  if (!isAsked(column)) return { fault: fault('filled-by-database', told) };
  const { tree } = parseExpression(text);
  if (tree.kind === 'null') {
    if (traitsOf(column).neverBlank) return { fault: fault('never-blank', told) };
    return column.required ? { fault: fault('given-blank', told) } : { sql: 'NULL' };
  }
  if (isLink(column))
    return linkIdSql !== null && leadsTo === column.tableId
      ? { sql: linkIdSql }
      : { fault: fault('given-no-record', told) };
  if (tree.kind === 'text') {
    const reason = valueFault(column, tree.value);
    if (reason !== null) return { fault: fault('given-value', { text, reason }) };
  }
  const wanted = valueType(column);
  const sql = type.kind === 'attachment' ? null : traitsOf(column).assign(column, compiled, wanted);
  return sql === null ? { fault: fault('given-type', { ...told, wanted, found: type }) } : { sql };
}
