import { isStored } from '@/core/column';
import type { Column, DeleteRule, RowSet, Scalar, Table } from '@/core/model';
import { bestNaming, freeIdentifier, isPersonal, ownerId } from '@/core/plan';

type Extra = Partial<Pick<Column, 'required' | 'unique' | 'indexed' | 'default' | 'perPerson'>>;
/** A demo column: its name, its kind with settings, and rules that differ from none. */
export type DemoColumn = readonly [
  name: string,
  settings: Record<string, unknown> & { kind: Column['kind'] },
  extra?: Extra,
];

/** A link to a table of the demo. */
export function linkTo(target: Table, inverse: string, onDelete: DeleteRule) {
  return {
    kind: 'link',
    tableId: target.id,
    inverse,
    inverseIdentifier: freeIdentifier(inverse, 'link', []),
    onDelete,
  } as const;
}

/** A computed column of the demo. */
export const computed = (text: string) => ({ kind: 'expression', text }) as const;

/** A table from short descriptions; ids follow the order of writing. */
export function demoTable(id: string, name: string, recordName: string, columns: readonly DemoColumn[]): Table {
  const made: Column[] = [];
  columns.forEach(([columnName, settings, extra], index) => {
    const column = {
      id: `${id}-${String(index + 1).padStart(2, '0')}`,
      name: columnName,
      identifier: freeIdentifier(
        columnName,
        'column',
        made.map(({ identifier }) => identifier),
      ),
      required: false,
      unique: false,
      default: { kind: 'none' },
      ...settings,
      ...extra,
    };
    made.push(column as Column);
  });
  return {
    id,
    name,
    recordName,
    identifier: freeIdentifier(name, 'table', []),
    columns: made,
    naming: bestNaming(made),
  };
}

/**
 * Rows numbered from 1, their values in the order of the table's columns, and last whose it is, where each row has an
 * owner.
 */
export function demoRows(table: Table, count: number, make: (index: number) => Scalar[]): RowSet {
  const columns = table.columns.filter((column) => isStored(column) && !isPersonal(column)).map(({ id }) => id);
  return {
    columns: table.owned ? [...columns, ownerId(table)] : columns,
    rows: Array.from({ length: count }, (_, index) => [index + 1, ...make(index)]),
  };
}
