import type { Held, Rows } from './held';
import type { Scalar, Table } from '@/core/model';
import { physicalPlan } from '@/core/plan';

/** Where a column stands in a row that begins with its id; 0 where there is none. */
export const placeIn = (set: Rows | undefined, id: string): number => (set?.columns.indexOf(id) ?? -1) + 1;

/** The rows after an upgrade, to be looked into. */
export interface Later {
  tables: readonly Table[];
  /** What a column holds in a row: null where it is blank, or either is not there. */
  valueIn: (columnId: string, rowId: number) => Scalar;
  hasRow: (tableId: string, rowId: number) => boolean;
  tableOf: (columnId: string) => string | null;
  /** All that stands in a column. */
  valuesIn: (columnId: string) => ReadonlySet<Scalar>;
}

export function laterRows({ definition, rows }: Pick<Held, 'definition' | 'rows'>): Later {
  const { tables } = physicalPlan(definition);
  const tableOf = new Map(tables.flatMap(({ id, columns }) => columns.map((column) => [column.id, id])));
  const byId = new Map<string, ReadonlyMap<number, readonly Scalar[]>>();
  const rowsOf = (tableId: string) => {
    const found = byId.get(tableId) ?? new Map(rows[tableId]?.rows.map((row) => [Number(row[0]), row]) ?? []);
    byId.set(tableId, found);
    return found;
  };
  const placeOf = (columnId: string) => placeIn(rows[tableOf.get(columnId) ?? ''], columnId);
  return {
    tables,
    valueIn: (columnId, rowId) => {
      const place = placeOf(columnId);
      return place === 0 ? null : (rowsOf(tableOf.get(columnId) ?? '').get(rowId)?.[place] ?? null);
    },
    hasRow: (tableId, rowId) => rowsOf(tableId).has(rowId),
    tableOf: (columnId) => tableOf.get(columnId) ?? null,
    valuesIn: (columnId) => {
      const place = placeOf(columnId);
      return new Set(place === 0 ? [] : rows[tableOf.get(columnId) ?? '']?.rows.map((row) => row[place] ?? null));
    },
  };
}
