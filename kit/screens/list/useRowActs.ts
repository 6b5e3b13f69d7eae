import { useQueryClient } from '@tanstack/react-query';
import { useCallback } from 'react';
import { type Linked, tableOf, useKit } from '../../base/context';
import { ROWS_KEY } from '../../data/refresh';
import { type ListRows, useLinkedRecord } from '../../data/useRows';
import { useWrites } from '../../data/useWrites';
import { useRoutine } from '../../routines/useRoutine';
import type { WorkingList } from '../../scanning/useWorkingList';
import { type CompiledScreenOf, type CompiledTable, wayTo } from '@/core/compiled';

export interface ListScreenProps {
  screen: CompiledScreenOf<'list'>;
  table: CompiledTable;
  linked?: Linked;
}

/** What can be done with the rows of a list, and whom the list belongs to. */
export function useRowActs({ screen, table, linked }: ListScreenProps, { among }: ListRows, working: WorkingList) {
  const { app, database, navigation } = useKit();
  const { behaviour } = screen;
  const client = useQueryClient();
  const { remove } = useWrites(table);
  const runRoutine = useRoutine();
  const { go } = navigation;
  // What is collected for a record of another table's link does not narrow the rows, but is told of.
  const isOfOwner = linked !== undefined && table.columns.some(({ id }) => id === linked.columnId);
  const owner = useLinkedRecord(isOfOwner ? table : (tableOf(app, behaviour.collect?.tableId ?? '') ?? table), linked);
  const recordScreen = wayTo(app, 'record', table.id, behaviour.recordScreenId);
  const formScreen = wayTo(app, 'form', table.id, behaviour.formScreenId);
  const rowRoutineId = behaviour.rowRoutine?.id;
  const { toggle } = working;
  return {
    owner,
    isOfOwner,
    recordScreen,
    formScreen,
    add:
      behaviour.add && formScreen !== null
        ? () => go({ screenId: formScreen, ...(isOfOwner ? { linked } : {}) })
        : null,
    open: (id: number, index: number) =>
      recordScreen && go({ screenId: recordScreen, recordId: id, among: among(index) }),
    edit: useCallback((id: number) => formScreen && go({ screenId: formScreen, recordId: id }), [go, formScreen]),
    run: useCallback((id: number) => void (rowRoutineId && runRoutine(rowRoutineId, [id])), [runRoutine, rowRoutineId]),
    remove: useCallback((id: number) => void remove(id), [remove]),
    collect: useCallback(
      ({ id, name }: { id: number; name: string }) => toggle({ code: '', tableId: table.id, id, name }),
      [toggle, table.id],
    ),
    refresh: () => void client.invalidateQueries({ queryKey: [ROWS_KEY, ...database.scope] }),
  };
}
