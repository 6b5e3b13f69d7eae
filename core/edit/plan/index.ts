import type { Definition } from '@/core/model';
import {
  addColumn,
  addColumns,
  changeColumn,
  dropColumn,
  linkText,
  moveColumn,
  removeKey,
  setKey,
  setNaming,
} from './columns';
import { addLinkingTable } from './linkingTable';
import { paste } from './paste';
import type { Change, PlanEdit } from './planEdit';
import {
  addTable,
  dropTable,
  importTables,
  moveTable,
  renameApp,
  renameTable,
  setHeading,
  setOwned,
  setPeople,
} from './tables';

/** What each kind of edit of the plan does. */
const changes: { [K in PlanEdit['kind']]: Change<K> } = {
  renameApp,
  addTable,
  renameTable,
  setHeading,
  setOwned,
  setPeople,
  importTables,
  paste,
  moveTable,
  removeTable: dropTable,
  linkText,
  addLinkingTable,
  addColumn,
  addColumns,
  changeColumn,
  moveColumn,
  removeColumn: dropColumn,
  setNaming,
  setKey,
  removeKey,
};

const changeOf = <K extends PlanEdit['kind']>(edit: Extract<PlanEdit, { kind: K }>): Change<K> =>
  changes[edit.kind] as Change<K>;

/** Makes an edit of the plan in a draft; throws a Problem where it cannot stand. */
export const changePlan = (draft: Definition, edit: PlanEdit): void => changeOf(edit).make(draft, edit);

/** What an edit of the plan did, in the words of the undo button. */
export const planEditWords = (before: Definition, edit: PlanEdit): string => changeOf(edit).words(before, edit);
