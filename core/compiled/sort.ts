import { type Fragment, name, sql } from '@/core/sql';

/** The order of a list: as it was designed, by the record's name, or by one column. */
export interface Sort {
  by: 'design' | 'name' | string;
  direction: 'ascending' | 'descending';
}

export const byDesign: Sort = { by: 'design', direction: 'ascending' };

export const byName: Sort = { by: 'name', direction: 'ascending' };

export const directed = (key: Fragment, direction: Sort['direction']): Fragment =>
  direction === 'descending' ? sql`${key} DESC` : key;

/** Rows by one key; of those that have it in common the older first. */
export const inOrder = (identifier: string, key: Fragment, direction: Sort['direction']): Fragment[] => [
  directed(key, direction),
  directed(sql`${name(identifier)}."id"`, direction),
];
