import type { Query, Screen } from '@/core/model';
import { queryScope } from './parameter';
import { type ScreenPlan, traitsOfScreen } from './screens';
import { optional, type PlacedExpression, sorts } from './screens/placed';

/** Every expression of a screen. */
export const expressionsOfScreen = (plan: ScreenPlan, screen: Screen): PlacedExpression[] =>
  traitsOfScreen(screen).expressions(plan, screen);

/** Every expression of a query; a query cannot be without any of them. */
export function expressionsOfQuery(plan: ScreenPlan, query: Query): PlacedExpression[] {
  const at = { tableId: query.tableId, partId: query.id };
  const people = plan.people?.tableId;
  const ofPerson = (query.parameters ?? [])
    .filter(({ kind }) => kind === 'person' && people !== undefined)
    .map((parameter): PlacedExpression => ({
      tableId: people ?? '',
      partId: query.id,
      text: parameter.value,
      expected: 'value',
      set: (text) => void (parameter.value = text),
      drop: null,
    }));
  const conditions = optional(query, 'condition', 'condition', at).map((each) =>
    query.parameters ? { ...each, scope: queryScope(plan, query) } : each,
  );
  return [...ofPerson, ...[...conditions, ...sorts(query.order, at)].map((each) => ({ ...each, drop: null }))];
}
