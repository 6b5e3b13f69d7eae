import { traitsOf } from '@/core/column';
import { analyseExpression } from '@/core/expression';
import { fault, type Fault, pathTo, under, unless } from '@/core/fault';
import type { Definition } from '@/core/model';
import { analysed, columnAtPath, type PlacedExpression } from '@/core/plan';

/** Why an expression cannot stand where it does. */
export function expressionFaults(
  definition: Pick<Definition, 'tables'>,
  { text, tableId, expected, scope }: Pick<PlacedExpression, 'text' | 'tableId' | 'expected' | 'scope'>,
): Fault[] {
  const { faults, type } = scope ? analyseExpression(text, scope) : analysed(definition, tableId, text);
  const path = columnAtPath(definition, tableId, text);
  if (expected === 'shown' && path && traitsOf(path.column).isAttachment) return [];
  if (faults.length > 0) return faults.map((of) => fault('expression', { text, of }));
  if (type.kind === 'any') return [];
  const told = { text, found: type };
  switch (expected) {
    case 'condition':
      return unless(type.kind === 'yesNo', 'no-condition', told);
    case 'tone':
      return unless(type.kind === 'text', 'no-tone', told);
    case 'number':
      return unless(type.kind === 'number' || type.kind === 'money' || type.kind === 'measure', 'no-number', told);
    case 'value':
    case 'shown':
      return [];
  }
}

/** What is wrong with the expressions of a whole, each at the part that it is of. */
export const placedFaults = (
  definition: Pick<Definition, 'tables'>,
  whole: unknown,
  expressions: readonly PlacedExpression[],
): Fault[] =>
  expressions.flatMap((each) => {
    const faults = expressionFaults(definition, each);
    return faults.length === 0 ? [] : under(pathTo(whole, each.partId), faults);
  });
