import { definitionFaults } from './definitionFaults';
import { isRecordId, isStored, storedFault } from '@/core/column';
import { fault, type Fault, under, unless } from '@/core/fault';
import type { Column, Definition, RowSet, RowSets, Scalar, Starting, Table } from '@/core/model';
import { physicalPlan } from '@/core/plan';

/** Why starting rows do not suit the tables of their time, or those do not stand. */
export function startingFaults({ id, name, theme }: Definition, { tables, people, rows }: Starting): Fault[] {
  const plan = definitionFaults({ id, name, theme, tables, people });
  return plan.length > 0 ? plan : under(['rows'], rowsFaults(physicalPlan({ tables, people }).tables, rows));
}

/** More faults than these are not looked for: the rows are of something else. */
const MOST_FAULTS = 100;

/** Why rows do not suit the tables. */
export function rowsFaults(tables: readonly Table[], sets: RowSets): Fault[] {
  const faults: Fault[] = [];
  for (const [tableId, set] of Object.entries(sets)) {
    const table = tables.find(({ id }) => id === tableId);
    const found = table ? setFaults(table, set, MOST_FAULTS - faults.length) : [fault('no-such', { what: 'table' })];
    faults.push(...under([tableId], found));
    if (faults.length >= MOST_FAULTS) break;
  }
  return faults;
}

function setFaults(table: Table, set: RowSet, most: number): Fault[] {
  const columns = set.columns.map((columnId) => table.columns.filter(isStored).find(({ id }) => id === columnId));
  const unknown = columns.flatMap((column, at) =>
    unless(column !== undefined, 'no-such', { what: 'column' }, ['columns', at]),
  );
  if (unknown.length > 0) return unknown;
  const faults: Fault[] = [];
  const ids = new Set<Scalar>();
  for (const [index, row] of set.rows.entries()) {
    if (faults.length >= most) break;
    const found = rowFaults(columns as Column[], row, ids);
    if (found.length > 0) faults.push(...under(['rows', index], found));
    ids.add(row[0] as Scalar);
  }
  return faults;
}

function rowFaults(columns: readonly Column[], row: readonly Scalar[], ids: ReadonlySet<Scalar>): Fault[] {
  const [id = null, ...values] = row;
  if (values.length !== columns.length) return [fault('row-length', { wanted: columns.length + 1, found: row.length })];
  if (!isRecordId(id)) return [fault('row-id', {}, [0])];
  if (ids.has(id)) return [fault('row-id-twice', { id: Number(id) }, [0])];
  const faults: Fault[] = [];
  // One row of a file of many: nothing is made for a value that is right.
  for (const [at, column] of columns.entries()) {
    const reason = storedFault(column, values[at] ?? null);
    if (reason !== null) faults.push(fault('value', { reason }, [at + 1]));
  }
  return faults;
}
