import { isLink } from '@/core/column';
import type { Definition, Table } from '@/core/model';
import { columnText, incomingLinks } from '@/core/plan';

/**
 * Something that can be chosen by touch in place of an expression: a column, of the record or of one that it is linked
 * to.
 */
export interface PathChoice {
  value: string;
  label: string;
}

/** The columns of a table, and those that its links lead to. */
export function pathChoices(
  plan: Pick<Definition, 'tables'>,
  table: Table,
  suits: (column: Table['columns'][number]) => boolean = () => true,
): PathChoice[] {
  const own = table.columns.filter(suits).map((column) => ({ value: columnText(column), label: column.name }));
  const linked = table.columns.filter(isLink).flatMap((link) => {
    const target = plan.tables.find(({ id }) => id === link.tableId);
    return (target?.columns ?? []).filter(suits).map((column) => ({
      value: `${columnText(link)}.${columnText(column)}`,
      label: `${link.name} › ${column.name}`,
    }));
  });
  const many = incomingLinks(plan, table.id).map(({ column }) => ({
    value: `count(${column.inverseIdentifier})`,
    label: `How many ${column.inverse.toLowerCase()}`,
  }));
  return [...own, ...linked, ...(suits === undefined ? [] : many)];
}
