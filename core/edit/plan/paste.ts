import { current } from 'immer';
import { tableOf } from './parts';
import type { Change } from './planEdit';
import { screensOf } from '@/core/plan';

/** What was copied elsewhere, all that it brings along, and the screen that it came into: one edit, and one undo. */
export const paste: Change<'paste'> = {
  make: (draft, { tables, columns, queries, routines, screens, changed }) => {
    if (screens.length > 0 || changed) {
      draft.screens ??= structuredClone(screensOf(current(draft)));
      draft.screens.list = draft.screens.list.map((screen) => (screen.id === changed?.id ? changed : screen));
      draft.screens.list.push(...screens);
    }
    draft.tables.push(...tables);
    for (const { tableId, column } of columns) tableOf(draft, tableId).columns.push(column);
    if (queries.length > 0) draft.queries = [...(draft.queries ?? []), ...queries];
    if (routines.length > 0) draft.routines = [...(draft.routines ?? []), ...routines];
  },
  words: (_, { what }) => `Pasted ${what}`,
};
