import { columnAtPath } from './shown';
import { type ClauseOp, type ClauseValue, traitsOf } from '@/core/column';
import { conjuncts, type Expression, spellName } from '@/core/expression';
import type { Column, Definition } from '@/core/model';
import { quoteText } from '@/core/sql';

/** One condition as it is built by touch: a column, or one that a link leads to, and what it is compared with. */
export interface Clause {
  /** An expression that is a path: `garment.condition`. */
  path: string;
  op: ClauseOp;
  /** As it is typed: digits with a point, a text, an ISO 8601 date. '' where the comparison takes none. */
  value: string;
  /**
   * Whether `value` is the name of a parameter, such as today, or a path from a record at hand, such as
   * this.production.
   */
  parameter?: true;
}

const comparisons = { is: '=', isNot: '<>', less: '<', most: '<=', more: '>', least: '>=' } as const;

const opOf = Object.fromEntries(Object.entries(comparisons).map(([op, sql]) => [sql, op])) as Record<
  string,
  keyof typeof comparisons
>;

const NUMBER = /^-?\d+(\.\d+)?$/;

const DATE = /^\d{4}-\d{2}-\d{2}$/;

export const clauseValue = (column: Column): ClauseValue => traitsOf(column).compares;

/** How a column can be compared, the most usual first. */
export const opsFor = (column: Column): readonly ClauseOp[] => traitsOf(column).ops;

export const takesValue = (op: ClauseOp): boolean => op !== 'yes' && op !== 'no' && op !== 'filled' && op !== 'blank';

/** Whether a clause says something: its value is there and of the kind that its column is compared with. */
export function isComplete(column: Column, { op, value, parameter }: Clause): boolean {
  if (!takesValue(op)) return true;
  if (parameter) return value !== '' && op !== 'contains' && op !== 'begins';
  const kind = clauseValue(column);
  // What stands for any letters in LIKE cannot be looked for by itself.
  if (op === 'contains' || op === 'begins') return value !== '' && !/[%_]/.test(value);
  return kind === 'number' ? NUMBER.test(value) : kind === 'date' ? DATE.test(value) : value !== '';
}

type Plan = Pick<Definition, 'tables'>;

/** The condition that complete clauses make together; '' for none. */
export function conditionOf(plan: Plan, tableId: string, clauses: readonly Clause[]): string {
  return clauses.map((clause) => clauseText(columnAtPath(plan, tableId, clause.path)?.column, clause)).join(' AND ');
}

function clauseText(column: Column | undefined, { path, op, value, parameter }: Clause): string {
  switch (op) {
    case 'yes':
      return path;
    case 'no':
      return `NOT ${path}`;
    case 'filled':
      return `${path} IS NOT NULL`;
    case 'blank':
      return `${path} IS NULL`;
    case 'contains':
      return `${path} LIKE ${quoteText(`%${value}%`)}`;
    case 'begins':
      return `${path} LIKE ${quoteText(`${value}%`)}`;
    case 'is':
    case 'isNot':
    case 'less':
    case 'most':
    case 'more':
    case 'least':
      if (parameter) return `${path} ${comparisons[op]} :${value}`;
      return `${path} ${comparisons[op]} ${column && clauseValue(column) === 'number' ? value : quoteText(value)}`;
  }
}

/** The clauses that a condition is made of; null where it says more than clauses can. */
export function clausesOf(plan: Plan, tableId: string, condition: string): Clause[] | null {
  const clauses: Clause[] = [];
  for (const { tree } of conjuncts(condition)) {
    const clause = clauseOf(tree);
    const column = clause && columnAtPath(plan, tableId, clause.path)?.column;
    if (!clause || !column || !opsFor(column).includes(clause.op) || !isComplete(column, clause)) return null;
    clauses.push(clause);
  }
  return clauses;
}

const pathOf = (node: Expression): string | null =>
  node.kind === 'path' ? node.parts.map(({ name }) => spellName(name)).join('.') : null;

function clauseOf(tree: Expression): Clause | null {
  const isNot = tree.kind === 'unary' && tree.operator === 'NOT';
  const path = pathOf(isNot ? tree.operand : tree.kind === 'binary' ? tree.left : tree);
  if (path === null) return null;
  if (tree.kind !== 'binary') return { path, op: isNot ? 'no' : 'yes', value: '' };
  const { operator, right } = tree;
  if ((operator === 'IS' || operator === 'IS NOT') && right.kind === 'null')
    return { path, op: operator === 'IS' ? 'blank' : 'filled', value: '' };
  if (operator === 'LIKE' && right.kind === 'text') {
    const inner = /^(%?)([^%_]+)%$/s.exec(right.value);
    return inner ? { path, op: inner[1] ? 'contains' : 'begins', value: inner[2] as string } : null;
  }
  const op = opOf[operator];
  const value = valueOf(right);
  if (op && right.kind === 'parameter') return { path, op, value: right.name, parameter: true };
  if (op && right.kind === 'path' && right.parts[0]?.name.startsWith(':'))
    return {
      path,
      op,
      value: right.parts.map(({ name }, index) => (index === 0 ? name.slice(1) : spellName(name))).join('.'),
      parameter: true,
    };
  return op && value !== null ? { path, op, value } : null;
}

function valueOf(node: Expression): string | null {
  if (node.kind === 'text') return node.value;
  if (node.kind === 'number') return node.value;
  return node.kind === 'unary' && node.operator === '-' && node.operand.kind === 'number'
    ? `-${node.operand.value}`
    : null;
}
