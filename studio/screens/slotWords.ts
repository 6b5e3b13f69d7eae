import type { Definition, Slot } from '@/core/model';
import { columnAtPath } from '@/core/plan';
/** What a slot shows, in the plan's names: a column, the way to one, or the expression as it is written. */
export function slotName(
  plan: Pick<Definition, 'tables'>,
  tableId: string,
  slot: Pick<Slot, 'text' | 'label'>,
): string {
  if (slot.label) return slot.label;
  const path = columnAtPath(plan, tableId, slot.text);
  if (!path) return slot.text;
  return path.links === 0 ? path.column.name : `${path.table.recordName} › ${path.column.name}`;
}

function formatWords(format: NonNullable<Slot['format']>): string {
  switch (format.kind) {
    case 'template':
      return `as “${format.text}”`;
    case 'yesNo':
      return `as “${format.yes}” or “${format.no}”`;
    case 'date':
      return format.style === 'relative' ? 'as seen from today' : `as a ${format.style} date`;
    default:
      return `as a ${format.kind}`;
  }
}

/** How a slot is shown beyond what its kind asks, in a few words. */
export function slotFacts({ format, look, tone, styles = [] }: Slot): string {
  return [
    format ? `shown ${formatWords(format)}` : '',
    look ? { plain: '', strong: 'bold', soft: 'quiet' }[look] : '',
    tone ? 'toned' : '',
    styles.length > 0 ? `${styles.length} ${styles.length === 1 ? 'style' : 'styles'}` : '',
  ]
    .filter((word) => word !== '')
    .join(', ');
}
