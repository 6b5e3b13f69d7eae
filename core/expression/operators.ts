import { calculate } from './arithmetic';
import type { Compilation, RowContext } from './compilation';
import { type ExpressionFaultCode, type FaultOf, faultOf } from './fault';
import type { Expression } from './tree';
import { aligned, ANY, asText, common, TEXT, type Typed, type ValueType, YES_NO } from '@/core/sql';

type NodeOf<K extends Expression['kind']> = Extract<Expression, { kind: K }>;

const IDENTITY: ReadonlySet<string> = new Set(['=', '<>', 'IS', 'IS NOT']);

export function unary(compilation: Compilation, node: Extract<Expression, { kind: 'unary' }>, row: RowContext): Typed {
  const operand = compilation.value(node.operand, row);
  if (node.operator === 'NOT') {
    expectYesNo(compilation, operand, node.operand);
    return { sql: `(NOT ${operand.sql})`, type: YES_NO };
  }
  if (operand.type.kind !== 'number' && operand.type.kind !== 'money' && operand.type.kind !== 'any')
    return compilation.fault(node.operand, faultOf('takes-number', { found: operand.type }));
  return {
    sql: `(- ${operand.sql})`,
    type: operand.type,
    ...(operand.literal === undefined ? {} : { literal: `-${operand.literal}`.replace(/^--/, '') }),
  };
}

export function binary(
  compilation: Compilation,
  node: Extract<Expression, { kind: 'binary' }>,
  row: RowContext,
): Typed {
  const [left, right] = [compilation.value(node.left, row), compilation.value(node.right, row)];
  const { operator } = node;
  const joined = (type: ValueType): Typed => ({ sql: `(${left.sql} ${operator} ${right.sql})`, type });
  switch (operator) {
    case '+':
    case '-':
    case '*':
    case '/':
    case '%': {
      const result = calculate(operator, left, right);
      return 'fault' in result ? compilation.fault(node, result.fault) : result;
    }
    case '||':
      for (const [typed, operand] of [
        [left, node.left],
        [right, node.right],
      ] as const)
        if (typed.type.kind === 'attachment') compilation.fault(operand, faultOf('joins-texts', { found: typed.type }));
      return { sql: `(${asText(left)} || ${asText(right)})`, type: TEXT };
    case 'AND':
    case 'OR':
      expectYesNo(compilation, left, node.left);
      expectYesNo(compilation, right, node.right);
      return joined(YES_NO);
    case 'LIKE':
    case 'NOT LIKE':
      for (const [typed, operand] of [
        [left, node.left],
        [right, node.right],
      ] as const)
        if (typed.type.kind !== 'text' && typed.type.kind !== 'any')
          compilation.fault(operand, faultOf('compares-texts', { found: typed.type }));
      return joined(YES_NO);
    default: {
      const [oneId, otherId] = [left.recordId, right.recordId];
      // Records are compared by what they are, not by what they are called.
      if (oneId !== undefined && node.right.kind === 'null' && IDENTITY.has(operator))
        return { sql: `(${oneId} ${operator} NULL)`, type: YES_NO };
      if (oneId !== undefined && otherId !== undefined && IDENTITY.has(operator))
        return { sql: `(${oneId} ${operator} ${otherId})`, type: YES_NO };
      const [one, other] = aligned([left, right] as const);
      comparable(compilation, one, other, node.right);
      return { sql: `(${one.sql} ${operator} ${other.sql})`, type: YES_NO };
    }
  }
}

export function caseOf(compilation: Compilation, node: Extract<Expression, { kind: 'case' }>, row: RowContext): Typed {
  const subject = node.subject && compilation.value(node.subject, row);
  const whens = node.branches.map(({ when }) => {
    const condition = compilation.value(when, row);
    if (subject) comparable(compilation, subject, condition, when);
    else expectYesNo(compilation, condition, when);
    return condition.sql;
  });
  const results = [...node.branches.map(({ then }) => then), ...(node.otherwise ? [node.otherwise] : [])];
  const { values, type } = ofOneType(compilation, results, row, (types) => faultOf('mixed-results', { types }));
  const branches = whens.map((when, index) => `WHEN ${when} THEN ${values[index]?.sql}`);
  const otherwise = node.otherwise ? ` ELSE ${values.at(-1)?.sql}` : '';
  return { sql: `CASE ${subject ? `${subject.sql} ` : ''}${branches.join(' ')}${otherwise} END`, type };
}

/** Values that stand for one another, and the type that they have in common. */
export function ofOneType(
  compilation: Compilation,
  nodes: readonly Expression[],
  row: RowContext,
  refusal: (types: [ValueType, ValueType]) => FaultOf<ExpressionFaultCode>,
): { values: Typed[]; type: ValueType } {
  const values = aligned(nodes.map((each) => compilation.value(each, row)));
  let type: ValueType = ANY;
  values.forEach((value, index) => {
    const both = common(type, value.type);
    if (both) type = both;
    else compilation.fault(nodes[index] as Expression, refusal([type, value.type]));
  });
  return { values, type };
}

export function comparable(compilation: Compilation, left: Typed, right: Typed, at: Expression): void {
  const isDateText =
    (left.type.kind === 'date' && right.type.kind === 'text') ||
    (left.type.kind === 'text' && right.type.kind === 'date');
  if (!isDateText && !common(left.type, right.type))
    compilation.fault(at, faultOf('incomparable', { types: [left.type, right.type] }));
}

export function expectYesNo(compilation: Compilation, { type }: Typed, at: Expression): void {
  if (type.kind !== 'yesNo' && type.kind !== 'any') compilation.fault(at, faultOf('no-condition', { found: type }));
}

export function between(compilation: Compilation, node: NodeOf<'between'>, row: RowContext): Typed {
  const [value, low, high] = aligned(
    [node.value, node.low, node.high].map((each) => compilation.value(each, row)) as [Typed, Typed, Typed],
  );
  comparable(compilation, value, low, node.low);
  comparable(compilation, value, high, node.high);
  return { sql: `(${value.sql} ${node.negated ? 'NOT ' : ''}BETWEEN ${low.sql} AND ${high.sql})`, type: YES_NO };
}

export function among(compilation: Compilation, node: NodeOf<'in'>, row: RowContext): Typed {
  const [value, ...choices] = aligned(
    [node.value, ...node.choices].map((each) => compilation.value(each, row)) as [Typed, ...Typed[]],
  );
  choices.forEach((choice, index) => comparable(compilation, value, choice, node.choices[index] as Expression));
  return {
    sql: `(${value.sql} ${node.negated ? 'NOT ' : ''}IN (${choices.map(({ sql }) => sql).join(', ')}))`,
    type: YES_NO,
  };
}
