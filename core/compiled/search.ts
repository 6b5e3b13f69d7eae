import { ownerFragment } from './owner';
import { columnTraits } from '@/core/column';
import { searchName, type SearchTexts } from '@/core/driver';
import type { Column } from '@/core/model';
import { as, type Fragment, joined, name, param, raw, sql } from '@/core/sql';

/** How a list is searched: by the texts of the table's own columns, and by texts of links that its row shows. */
export interface ListSearch {
  /** The table's own texts; null where it has none. */
  own: SearchTexts | null;
  /** What the row shows as text, where the search is to look through nothing else. */
  only: SearchTexts | null;
  /** The texts behind links that the row shows. */
  linked: LinkedTexts[];
}

/** Texts behind a link: of the records that the column `link` leads to; of the rows themselves where that is null. */
export interface LinkedTexts {
  texts: SearchTexts;
  link: { column: string; table: string } | null;
}

/** The texts of a table's own columns that everybody has in common; null where it has none. */
export function textsOfOwn(table: { id: string; identifier: string; columns: readonly Column[] }): SearchTexts | null {
  const { id, identifier } = table;
  const texts = table.columns.filter(({ kind, perPerson }) => !perPerson && columnTraits[kind].isSearched);
  if (texts.length === 0) return null;
  const text = joinedTexts(texts.map((column) => sql`${name(identifier)}.${name(column.identifier)}`));
  const select = selectTexts(identifier, text);
  return { name: searchName(id), table: identifier, select, others: [], byDay: false, trigrams: true };
}

/** Selects texts of some rows, whoever owns those; what else a text reads is as the person of the request sees it. */
export function selectTexts(identifier: string, text: Fragment, owned: readonly string[] = []): SearchTexts['select'] {
  const id = sql`${name(identifier)}."id"`;
  const select = sql`
    SELECT ${id}, ${as(text, 'text')}
    FROM ${raw('main.')}${name(identifier)}
    WHERE ${id} IN (SELECT value FROM json_each(${param('ids')}))`;
  const { sql: statement, takes } = ownerFragment(owned, { ...select, reads: text.reads });
  return { sql: statement, takes };
}

/** Texts one below the other. */
export const joinedTexts = (texts: readonly Fragment[]): Fragment =>
  joined(
    texts.map((text) => sql`coalesce(${text}, '')`),
    ' || char(10) || ',
  );
