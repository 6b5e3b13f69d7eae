import { columnTraits } from '@/core/column';
import type { ListScreen, RowDesign, Slot, Table } from '@/core/model';
import { analysed, columnAtPath, isLink, planScope, shownNameSql } from '@/core/plan';
import { type SearchIndex, searchName } from '@/core/engine';
import { analyseExpression, type Fragment, joined, quoteName, sql, valueOf } from '@/core/expression';
import { isLinkedText, type Plan, valueAt } from './slot';

/** How a list is searched: by the index of the table's own texts, and by the texts of links that its row shows. */
export interface ListSearch {
  /** What a search looks through has an index where it is the table's own; null where there is none. */
  index: SearchIndex | null;
  /** What the row shows as text, folded, where the search is to look through nothing else. */
  only: Fragment | null;
  /** The texts behind links that the row shows, folded as one. */
  linked: Fragment | null;
  /** Each of those where it is found: at the records that the path's first link leads to, which are fewer. */
  places: SearchPlace[];
}

/** A folded text: of the row itself, or of the records of `table` that its column `link` leads to. */
export interface SearchPlace {
  text: Fragment;
  link: { column: string; table: string } | null;
}

/** The index of a table's own texts. */
export function searchIndex({ id, identifier, columns }: Table): SearchIndex | null {
  const texts = columns.filter(({ kind, perPerson }) => !perPerson && columnTraits[kind].isSearched);
  return texts.length === 0
    ? null
    : { name: searchName(id), table: identifier, columns: texts.map((column) => column.identifier) };
}

const NO_SEARCH: ListSearch = { index: null, only: null, linked: null, places: [] };

export function compileSearch(
  plan: Plan,
  table: Table,
  design: RowDesign,
  mode: NonNullable<ListScreen['search']>,
): ListSearch {
  if (mode === 'none') return NO_SEARCH;
  const slots = [design.title, design.badge, ...design.lines, ...design.edge].filter((slot) => slot !== undefined);
  const linked = slots.filter(({ text }) => isLinkedText(plan, table.id, text)).map(({ text }) => text);
  return {
    index: searchIndex(table),
    only: mode === 'slots' ? shownTexts(plan, table, design, slots) : null,
    linked: linked.length > 0 ? folded(linked.map((text) => valueAt(plan, table, text))) : null,
    places: linked.map((text) => placeOf(plan, table, text)),
  };
}

/** All that a row shows as text; its name where it has no title of its own. */
function shownTexts(plan: Plan, table: Table, design: RowDesign, slots: readonly Slot[]): Fragment {
  const texts = slots
    .filter(({ text }) => analysed(plan, table.id, text).type.kind === 'text')
    .map(({ text }) => valueAt(plan, table, text));
  const named = design.title ? [] : [shownNameSql(plan, table, `${quoteName(table.identifier)}.`)];
  return folded([...named, ...texts]);
}

function placeOf(plan: Plan, table: Table, text: string): SearchPlace {
  const [first = '', ...rest] = text.split('.');
  const link = columnAtPath(plan, table.id, first)?.column;
  const target =
    link && isLink(link) && columnAtPath(plan, table.id, text)
      ? plan.tables.find(({ id }) => id === link.tableId)
      : undefined;
  if (!target || !link) return { text: folded([valueAt(plan, table, text)]), link: null };
  const prefix = `${quoteName(target.identifier)}.`;
  const shown =
    rest.length === 0
      ? shownNameSql(plan, target, prefix)
      : valueOf(analyseExpression(rest.join('.'), planScope(plan)(target.id), prefix));
  return { text: folded([shown]), link: { column: link.identifier, table: target.identifier } };
}

const folded = (texts: readonly Fragment[]): Fragment =>
  sql`fold(${joined(
    texts.map((text) => sql`coalesce(${text}, '')`),
    ' || char(10) || ',
  )})`;
