import type { SearchTexts } from '@/core/driver';

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
