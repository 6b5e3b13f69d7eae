import { useRef } from 'react';
import type { Edit } from '@/core/edit';
import type { Column, Table } from '@/core/model';
import { say, sayProblem } from '../Toasts';
import { definitionNow, useApp } from '../useApp';
import { impactsOf, useEdit } from '../useEdit';
import { complete, textsOf } from './columnDraft';
import { leaveDraft } from './draftColumn';
import type { DraftTexts, PlainColumn, PlainSettings } from './draftTexts';

/** Changes a column as it is by then; `typed`: what was typed of its settings. */
export type ChangeColumn = (
  columnId: string,
  change: (column: PlainColumn) => PlainSettings,
  typed?: Partial<DraftTexts>,
) => void;

/**
 * Changes a column of a grid at once where no row is touched by it. Otherwise its sheet opens with the change in it, and
 * says what would become of which rows. One change comes after the other, so that none is made of what another replaces.
 */
export function useColumnChange(table: Table, onOpen: (column: Column) => void): ChangeColumn {
  const { appId, state } = useApp();
  const edit = useEdit();
  const last = useRef<Promise<void>>(Promise.resolve());
  const make: (...change: Parameters<ChangeColumn>) => Promise<void> = async (columnId, change, typed = {}) => {
    const { tables } = definitionNow(appId, state.definition);
    const column = tables.find(({ id }) => id === table.id)?.columns.find(({ id }) => id === columnId);
    if (!column) return;
    const settings = change(column as PlainColumn);
    const isPlain = column.kind !== 'link' && column.kind !== 'expression';
    const read = isPlain
      ? complete(settings, { ...textsOf({ ...settings, identifier: 'x' } as PlainColumn), ...typed })
      : { ok: true as const, column: settings };
    if (!read.ok) return say({ text: read.reason, tone: 'problem' });
    const made: Edit = { kind: 'changeColumn', tableId: table.id, column: read.column };
    const impacts = await impactsOf(appId, made);
    if (impacts.length === 0) return void (await edit.mutateAsync({ edit: made }).catch(() => undefined));
    leaveDraft(read.column);
    onOpen(column);
  };
  return (...change) => void (last.current = last.current.then(() => make(...change)).catch(sayProblem));
}
