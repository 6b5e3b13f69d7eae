import { compiled } from './useApp';
import { applyEdit } from '@/core/edit';
import type { Definition } from '@/core/model';
import { impactProbes } from '@/core/schema';

/**
 * Tries an edit that is not kept. The first one looks at every table, those after it at what they change: whoever edits
 * need not wait for that.
 */
export function readyToEdit(definition: Definition): void {
  const [table] = definition.tables;
  if (!table) return;
  const { id, name, recordName } = table;
  const edit = { kind: 'renameTable', tableId: id, name: `${name} 2`, recordName } as const;
  try {
    const after = applyEdit(definition, edit).definition;
    impactProbes(definition, after);
    compiled(after);
  } catch {
    // There may be a table of that name.
  }
}
