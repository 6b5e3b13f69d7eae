import { isStored } from '@/core/column';
import type { Column, Definition, Scalar } from '@/core/model';
import { personalId, physicalPlan } from '@/core/plan';

/** The rows of one table as files have them: column ids, and rows that begin with their id. */
interface Rows {
  columns: readonly string[];
  rows: readonly (readonly Scalar[])[];
}

/** A plan with the rows that stand in it, by table id. */
export interface Held {
  definition: Pick<Definition, 'tables' | 'people'>;
  rows: Readonly<Record<string, Rows>>;
}

/** Why a value is no longer there. */
export type Loss = 'table-removed' | 'column-removed' | 'row-removed' | 'does-not-fit';

/** One value before and after. */
export interface Sample {
  rowId: number;
  before: Scalar;
  after: Scalar;
}

/** What became of the values of one column; `filled`: values where there was a blank, or no column. */
export interface ColumnAccount {
  table: string;
  column: string;
  kept: number;
  converted: number;
  moved: number;
  filled: number;
  lost: number;
  /** Of those that are lost. */
  reason: Loss | null;
  /** Some of those that were converted or lost, these first. */
  samples: Sample[];
}

/** Of every value that was there, what became of it. */
export type Account = ColumnAccount[];

const MOST_SAMPLES = 5;

type Named = Pick<Column, 'id' | 'name'>;

/** The account of every value that was there before, by column, and of what came to be where there was none. */
export function accountOf(before: Held, after: Held): Account {
  const [was, now] = [physicalPlan(before.definition).tables, physicalPlan(after.definition).tables];
  const stayed = was.flatMap((table) => {
    const next = now.find(({ id }) => id === table.id);
    const rows = rowsById(after.rows[table.id]);
    return table.columns.filter(isStored).map((column) => {
      const there = next?.columns.some(({ id }) => id === column.id) ?? false;
      const moved = now.some(({ columns }) => columns.some(({ id }) => id === personalId(column)));
      const gone: Loss | null = !next ? 'table-removed' : there ? null : 'column-removed';
      return columnAccount(table.name, column, before.rows[table.id], rows, after.rows[table.id], gone, moved);
    });
  });
  return [...stayed, ...filledIn(before, after)];
}

const rowsById = (set: Rows | undefined) => new Map(set?.rows.map((row) => [Number(row[0]), row]) ?? []);

const placeIn = (set: Rows | undefined, id: string): number => (set?.columns.indexOf(id) ?? -1) + 1;

function columnAccount(
  table: string,
  { id, name }: Named,
  was: Rows | undefined,
  rows: ReadonlyMap<number, readonly Scalar[]>,
  now: Rows | undefined,
  gone: Loss | null,
  isMoved: boolean,
): ColumnAccount {
  const found = { ...none(table, name) };
  const [from, to] = [placeIn(was, id), placeIn(now, id)];
  const converted: Sample[] = [];
  for (const row of was?.rows ?? []) {
    const [rowId, value] = [Number(row[0]), from === 0 ? null : (row[from] ?? null)];
    const next = rows.get(rowId);
    const after = gone || to === 0 ? null : (next?.[to] ?? null);
    if (value === null) found.filled += after === null ? 0 : 1;
    else if (value === after) found.kept++;
    else if (after !== null) {
      found.converted++;
      if (converted.length < MOST_SAMPLES) converted.push({ rowId, before: value, after });
    } else if (gone === 'column-removed' && isMoved) found.moved++;
    else {
      found.lost++;
      found.reason ??= gone ?? (next ? 'does-not-fit' : 'row-removed');
      if (found.samples.length < MOST_SAMPLES) found.samples.push({ rowId, before: value, after });
    }
  }
  return { ...found, samples: [...found.samples, ...converted].slice(0, MOST_SAMPLES) };
}

const none = (table: string, column: string): ColumnAccount => ({
  ...{ table, column, kept: 0, converted: 0, moved: 0, filled: 0, lost: 0, reason: null },
  samples: [],
});

/** Columns that came, as far as something stands in them. */
function filledIn(before: Held, after: Held): Account {
  const was = physicalPlan(before.definition).tables;
  return physicalPlan(after.definition).tables.flatMap((table) => {
    const old = was.find(({ id }) => id === table.id);
    const set = after.rows[table.id];
    return table.columns
      .filter(isStored)
      .filter(({ id }) => !old?.columns.some((column) => column.id === id))
      .flatMap((column) => {
        const place = placeIn(set, column.id);
        const filled = place === 0 ? 0 : (set?.rows.filter((row) => (row[place] ?? null) !== null).length ?? 0);
        return filled === 0 ? [] : [{ ...none(table.name, column.name), filled }];
      });
  });
}

type Count = 'kept' | 'converted' | 'moved' | 'filled' | 'lost';

/** How many values of all columns. */
export const totalOf = (account: Account, count: Count): number =>
  account.reduce((sum, column) => sum + column[count], 0);
