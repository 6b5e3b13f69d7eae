import { ownedTables } from './owner';
import { isLinkedText, type Plan, valueAt } from './slot';
import { isLink } from '@/core/column';
import { ID, joinedTexts, type LinkedTexts, type ListSearch, selectTexts, textsOfOwn } from '@/core/compiled';
import { searchName, type SearchTexts } from '@/core/driver';
import { analyseExpression, valueOf } from '@/core/expression';
import { memo } from '@/core/memo';
import type { ListScreen, RowDesign, Slot, Table } from '@/core/model';
import { analysed, columnAtPath, planScope, shownNameSql } from '@/core/plan';
import { type Fragment, quoteName } from '@/core/sql';

/** The texts of a table's own columns: all its lists have the same. */
export const ownTexts = memo((table: Table): SearchTexts | null => textsOfOwn(table));

type Mode = NonNullable<ListScreen['search']>;

const slotsOf = (design: RowDesign): Slot[] =>
  [design.title, design.badge, ...design.lines, ...design.edge].filter((slot) => slot !== undefined);

const linkedIn = (plan: Plan, table: Table, design: RowDesign): string[] =>
  slotsOf(design)
    .map(({ text }) => text)
    .filter((text) => isLinkedText(plan, table.id, text));

/** Whether there is anything that a list could be searched by. */
export const isSearched = (plan: Plan, table: Table, design: RowDesign, mode: Mode): boolean =>
  mode === 'slots' || (mode === 'all' && (ownTexts(table) !== null || linkedIn(plan, table, design).length > 0));

export const compileSearch = (plan: Plan, table: Table, design: RowDesign, mode: Mode): ListSearch => ({
  own: mode === 'none' ? null : ownTexts(table),
  only: mode === 'slots' ? shownTexts(plan, table, design) : null,
  linked: mode === 'all' ? linkedIn(plan, table, design).map((text) => linkedTexts(plan, table, text)) : [],
});

/** All that a row shows as text; its name where it has no title of its own. */
function shownTexts(plan: Plan, table: Table, design: RowDesign): SearchTexts {
  const texts = slotsOf(design)
    .map(({ text }) => text)
    .filter((text) => analysed(plan, table.id, text).type.kind === 'text');
  const named = design.title ? [] : [shownNameSql(plan, table, `${quoteName(table.identifier)}.`)];
  const fragments = [...named, ...texts.map((text) => valueAt(plan, table, text))];
  const of = JSON.stringify([...(design.title ? [] : ['']), ...texts]);
  return computedTexts(plan, table, of, joinedTexts(fragments));
}

function linkedTexts(plan: Plan, table: Table, text: string): LinkedTexts {
  const [first = '', ...rest] = text.split('.');
  const link = columnAtPath(plan, table.id, first)?.column;
  const target =
    link && isLink(link) && columnAtPath(plan, table.id, text)
      ? plan.tables.find(({ id }) => id === link.tableId)
      : undefined;
  if (!target || !link)
    return { texts: computedTexts(plan, table, text, joinedTexts([valueAt(plan, table, text)])), link: null };
  const prefix = `${quoteName(target.identifier)}.`;
  const shown =
    rest.length === 0
      ? shownNameSql(plan, target, prefix)
      : valueOf(analyseExpression(rest.join('.'), planScope(plan)(target.id), prefix));
  return {
    texts: computedTexts(plan, target, rest.join('.') || ID, joinedTexts([shown])),
    link: { column: link.identifier, table: target.identifier },
  };
}

/** Texts that are computed; they may read other tables, and the day. `of` tells them apart from others of the table. */
const computedTexts = (plan: Plan, { id, identifier }: Table, of: string, text: Fragment): SearchTexts => ({
  name: searchName(id, of),
  table: identifier,
  select: selectTexts(identifier, text, ownedTables(plan)),
  others: text.reads,
  byDay: true,
  trigrams: false,
});
