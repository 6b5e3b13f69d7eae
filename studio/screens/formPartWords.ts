import type { FormPart, Table } from '@/core/model';
import { linkOf } from '@/core/plan';
import { slotName } from './slotWords';

type Plan = Parameters<typeof linkOf>[0];

export function partName(plan: Plan, table: Table, part: FormPart): string {
  switch (part.kind) {
    case 'heading':
      return part.text;
    case 'field':
      return table.columns.find(({ id }) => id === part.columnId)?.name ?? 'Field';
    case 'fact':
      return slotName(plan, table.id, part.slot);
    case 'lines':
      return part.title ?? linkOf(plan, part.columnId)?.column.inverse ?? 'Lines';
  }
}
