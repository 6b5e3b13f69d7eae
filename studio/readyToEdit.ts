import { compiled } from './useApp';
import { applyEdit } from '@/core/edit';
import type { Definition } from '@/core/model';
import { impactProbes } from '@/core/schema';

/**
 * Tries an edit that is not kept. The first one takes several times as long as those after it: the browser has not
 * compiled what it runs, and nothing of what it looks at is remembered. So whoever edits does not wait for that.
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
    // There may be a table of that name, or no longer one may be possible.
  }
}
