import { childrenOf, type Expression, parseExpression, sqlTokens } from '@/core/expression';
import type { Query } from '@/core/model';

/** A query in which a parameter has another name, also where its condition uses it. */
export function renameParameter(query: Query, from: string, to: string): Query {
  const uses = (node: Expression): Expression[] => [
    ...(node.kind === 'parameter' && node.name === from ? [node] : []),
    ...childrenOf(node).flatMap(uses),
  ];
  const rename = (text: string) =>
    uses(parseExpression(text).tree).reduceRight(
      (made, { start, end }) => `${made.slice(0, start)}:${to}${made.slice(end)}`,
      text,
    );
  return {
    ...query,
    ...(query.sql === undefined ? {} : { sql: renameInHandSql(query.sql, from, to) }),
    ...(query.condition === undefined ? {} : { condition: rename(query.condition) }),
    parameters: (query.parameters ?? []).map((each) => (each.name === from ? { ...each, name: to } : each)),
  };
}

/** Hand-written SQL in which a parameter has another name. */
export function renameInHandSql(sql: string, from: string, to: string): string {
  return sqlTokens(sql).reduceRight(
    (made, { kind, value, start, end }) =>
      kind === 'parameter' && value === `:${from}` ? `${made.slice(0, start)}:${to}${made.slice(end)}` : made,
    sql,
  );
}
