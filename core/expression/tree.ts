/** One name in a path: `performer` and `name` in `performer.name`. */
export interface PathPart {
  name: string;
  start: number;
  end: number;
}

export const binaryOperators = [
  'OR',
  'AND',
  '=',
  '<>',
  '<',
  '<=',
  '>',
  '>=',
  'IS',
  'IS NOT',
  'LIKE',
  'NOT LIKE',
  '||',
  '+',
  '-',
  '*',
  '/',
  '%',
] as const;
export type BinaryOperator = (typeof binaryOperators)[number];

/** The tree of an SQL expression. Each node knows its place in the text. */
export type Expression = { start: number; end: number } & (
  | { kind: 'text'; value: string }
  /** As written, so that no digit is lost. */
  | { kind: 'number'; value: string }
  | { kind: 'null' }
  | { kind: 'yesNo'; value: boolean }
  | { kind: 'parameter'; name: string }
  | { kind: 'path'; parts: PathPart[] }
  | { kind: 'unary'; operator: '-' | 'NOT'; operand: Expression }
  | { kind: 'binary'; operator: BinaryOperator; left: Expression; right: Expression }
  | { kind: 'between'; value: Expression; low: Expression; high: Expression; negated: boolean }
  | { kind: 'in'; value: Expression; choices: Expression[]; negated: boolean }
  | {
      kind: 'case';
      subject: Expression | null;
      branches: { when: Expression; then: Expression }[];
      otherwise: Expression | null;
    }
  | { kind: 'call'; name: string; nameEnd: number; args: Expression[]; filter: Expression | null }
  /** Where something should stand and nothing does; its fault is told already. */
  | { kind: 'missing' }
);

/** The nodes directly inside a node. */
export function childrenOf(node: Expression): Expression[] {
  switch (node.kind) {
    case 'unary':
      return [node.operand];
    case 'binary':
      return [node.left, node.right];
    case 'between':
      return [node.value, node.low, node.high];
    case 'in':
      return [node.value, ...node.choices];
    case 'case':
      return [
        ...(node.subject ? [node.subject] : []),
        ...node.branches.flatMap(({ when, then }) => [when, then]),
        ...(node.otherwise ? [node.otherwise] : []),
      ];
    case 'call':
      return [...node.args, ...(node.filter ? [node.filter] : [])];
    default:
      return [];
  }
}
