import { compileSlot, type Plan, valueAt } from './slot';
import { rowsOfTable } from './tableRows';
import { isAsked, isFilled } from '@/core/column';
import {
  type CompiledCheck,
  type CompiledForm,
  type CompiledFormPart,
  formLines,
  formReads,
  type Selected,
} from '@/core/compiled';
import type { FormScreen, Table } from '@/core/model';
import { linkOf, madeFormParts } from '@/core/plan';

export function compileForm(
  plan: Plan,
  table: Table,
  screen: Pick<FormScreen, 'parts' | 'checks' | 'after'>,
): CompiledForm {
  const evaluated = (key: string, text: string | undefined): Selected | null =>
    text === undefined ? null : { key, value: valueAt(plan, table, text) };
  const parts = (screen.parts ?? madeFormParts(table)).flatMap((part, index): CompiledFormPart[] => {
    switch (part.kind) {
      case 'heading':
        return [part];
      case 'fact':
        return [{ kind: 'fact', id: part.id, slot: compileSlot(plan, table, part.slot, `_fact${index}`) }];
      case 'field': {
        const column = table.columns.filter(isAsked).find(({ id }) => id === part.columnId);
        if (!column) return [];
        const { id, help, placeholder, input } = part;
        return [
          {
            kind: 'field',
            id,
            column,
            ...(help ? { help } : {}),
            ...(placeholder ? { placeholder } : {}),
            ...(input ? { input } : {}),
            start: evaluated(`_start${index}`, part.start),
            readOnly: evaluated(`_fixed${index}`, part.readOnlyWhen),
            visible: evaluated(`_seen${index}`, part.visibleWhen),
          },
        ];
      }
      case 'lines': {
        const side = linkOf(plan, part.columnId);
        if (!side) return [];
        const fields = side.table.columns.filter(isAsked).filter(({ id }) => part.fields.includes(id));
        return [
          {
            kind: 'lines',
            id: part.id,
            title: part.title ?? side.column.inverse,
            tableId: side.table.id,
            column: side.column,
            fields,
            statement: formLines(rowsOfTable(plan, side.table), side.table.columns.filter(isAsked), side.column),
          },
        ];
      }
    }
  });
  const checks = (screen.checks ?? []).map(({ holds, ...check }, index): CompiledCheck => ({
    ...check,
    key: `_check${index}`,
    value: valueAt(plan, table, holds),
  }));
  return {
    tableId: table.id,
    parts,
    checks,
    after: screen.after ?? 'back',
    ...formReads(
      rowsOfTable(plan, table),
      { asked: table.columns.filter(isAsked).map(({ identifier }) => identifier), filled: filledIn(table) },
      parts,
      checks,
    ),
  };
}

/** The columns that the database fills in. */
export const filledIn = ({ columns }: Table): string[] => columns.filter(isFilled).map(({ identifier }) => identifier);
