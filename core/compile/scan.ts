import { compileCollect } from './collect';
import { rowsOfTable } from './tableRows';
import { type CodePlace, type CompiledScan, placesOfCodes } from '@/core/compiled';
import type { Definition, ScanScreen, Table } from '@/core/model';

type Plan = Pick<Definition, 'tables' | 'people'>;

/** A table's columns of codes, as places to look in. */
export const codePlaces = (plan: Plan, table: Table): CodePlace[] =>
  placesOfCodes(table, rowsOfTable(plan, table), table.columns);

export function compileScan(
  plan: Plan,
  { codes, found, continuous = found.kind !== 'open', repeats = 'count', catalogue = false, note }: ScanScreen,
): CompiledScan {
  const tableOf = (id: string) => plan.tables.find((table) => table.id === id);
  const places = codes.flatMap(({ tableId, columnId }) => {
    const table = tableOf(tableId);
    return table ? codePlaces(plan, table).filter((place) => place.columnId === columnId) : [];
  });
  return {
    places,
    found,
    continuous,
    repeats,
    catalogue,
    collect: found.kind === 'collect' ? compileCollect(plan, found) : null,
    ...(note === undefined ? {} : { note }),
  };
}
