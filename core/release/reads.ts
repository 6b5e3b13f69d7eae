import {
  byDesign,
  byName,
  type CompiledApp,
  type CompiledList,
  countSql,
  hitsSql,
  listSql,
  searchTerms,
  sectionsSql,
  type Statement,
  totalsSql,
} from '@/core/compiled';
import type { Params } from '@/core/driver';

/** Every list of an app: those of its tables, its choices, its screens. */
export const listsOf = (app: CompiledApp): CompiledList[] => [
  ...app.tables.map(({ list }) => list),
  ...Object.values(app.choices),
  ...app.screens.flatMap((screen) =>
    screen.kind === 'list' ? [screen.list] : screen.kind === 'report' ? [screen.report.list] : [],
  ),
];

/** Every whole statement that an object holds; parts that statements are made of are none. */
function statementsIn(value: unknown): Statement[] {
  if (typeof value !== 'object' || value === null) return [];
  const { sql, takes } = value as Partial<Statement>;
  if (typeof sql === 'string' && takes) return [value as Statement];
  return Object.entries(value).flatMap(([key, each]) =>
    ['fragments', 'value', 'search'].includes(key) ? [] : statementsIn(each),
  );
}

const readsIn = (value: unknown): Statement[] => statementsIn(value).filter(({ writes }) => writes === undefined);

/** Every statement of an app that writes: those of its tables, screens and routines. */
export const writesOf = (app: CompiledApp): Statement[] =>
  statementsIn([app.tables, app.screens, app.routines]).filter(({ writes }) => writes !== undefined);

/** What lists read: their pages by each order, their counts, sections and totals, and what a search finds. */
const listReads = (app: CompiledApp): Statement[] =>
  listsOf(app).flatMap((list) => {
    const terms = searchTerms('a w', false);
    const orders = [byDesign, byName, ...list.sorts.map(({ id }) => ({ by: id, direction: 'descending' as const }))];
    return [
      ...orders.map((order) => listSql(list, order, {})),
      listSql(list, byName, { search: terms }),
      hitsSql(list, terms),
      countSql(list, {}),
      ...[sectionsSql(list, {}), totalsSql(list, {})].filter((each) => each !== null),
    ];
  });

/** Every statement of an app that only reads: those of its tables and screens, and what its lists ask for. */
export const readsOf = (app: CompiledApp): Statement[] => [
  ...readsIn(app.tables),
  ...readsIn(app.screens),
  ...listReads(app),
];

/** Values for whatever such a statement takes. */
export const anyParams: Params = {
  ...searchTerms('a w', false).params,
  id: 1,
  limit: 50,
  offset: 0,
  most: 50,
  linked: 1,
  from: '2026-01-01',
  to: '2026-12-31',
  firstDay: 1,
  codes: '["200000000001"]',
  ids: '[1, 2, 3]',
  _ids: '[1, 2]',
  _rows: '[1]',
};
