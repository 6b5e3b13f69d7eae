import type { ListScreen, Table } from '@/core/model';

/** What each part of the editor of a list is given. */
export interface ListEditorProps {
  screen: ListScreen;
  table: Table;
}
