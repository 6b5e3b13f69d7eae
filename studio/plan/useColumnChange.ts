import type { Edit } from '@/core/edit';
import type { Column, Table } from '@/core/model';
import { worker } from '../client';
import { say, sayProblem } from '../Toasts';
import { useApp, useEdit } from '../useApp';
import { complete, textsOf } from './columnDraft';
import { leaveDraft } from './draftColumn';
import type { DraftTexts, PlainColumn, PlainSettings } from './draftTexts';

/**
 * Changes a column of a grid at once where no row is touched by it. Otherwise its sheet opens with the change in it, and
 * says what would become of which rows.
 */
export function useColumnChange(table: Table, onOpen: (column: Column) => void) {
  const { appId } = useApp();
  const edit = useEdit();
  return async (settings: PlainSettings, typed: Partial<DraftTexts> = {}): Promise<void> => {
    const column = table.columns.find(({ id }) => id === settings.id);
    if (!column) return;
    const isPlain = column.kind !== 'link' && column.kind !== 'expression';
    const read = isPlain
      ? complete(settings, { ...textsOf({ ...settings, identifier: 'x' } as PlainColumn), ...typed })
      : { ok: true as const, column: settings };
    if (!read.ok) return say({ text: read.reason, tone: 'problem' });
    const made: Edit = { kind: 'changeColumn', tableId: table.id, column: read.column };
    try {
      const impacts = await worker().api.previewEdit(appId, made, {});
      if (impacts.length === 0) return edit.mutate({ edit: made });
      leaveDraft(read.column);
      onOpen(column);
    } catch (error) {
      sayProblem(error);
    }
  };
}
