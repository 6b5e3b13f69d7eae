import { parseExpression } from './parse';
import type { Expression } from './tree';

/** One of the conditions that must all hold, with its text. */
export interface Conjunct {
  text: string;
  tree: Expression;
}

/**
 * The conditions that a condition is made of by AND, each an expression of its own; the whole where it is none such.
 */
export function conjuncts(text: string): Conjunct[] {
  const split = (tree: Expression): Conjunct[] =>
    tree.kind === 'binary' && tree.operator === 'AND'
      ? [...split(tree.left), ...split(tree.right)]
      : [{ text: text.slice(tree.start, tree.end), tree }];
  return split(parseExpression(text).tree);
}
