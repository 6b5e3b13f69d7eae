import { isStored } from '@/core/column';
import type { Definition, Scalar, StoredColumn, Table } from '@/core/model';
import { personalId, physicalPlan } from '@/core/plan';

/** The rows of one table as files have them: column ids, and rows that begin with their id. */
interface Rows {
  columns: readonly string[];
  rows: readonly (readonly Scalar[])[];
}

/** A plan with the rows that stand in it, by table id; `aside`: values that were kept apart. */
export interface Held {
  definition: Pick<Definition, 'tables' | 'people'>;
  rows: Readonly<Record<string, Rows>>;
  aside?: Aside;
}

/** Values by the id of their column, then by the id of their row. */
export type Aside = ReadonlyMap<string, ReadonlyMap<number, Scalar>>;

/** Why a value is no longer there. */
export const losses = ['table-removed', 'column-removed', 'row-removed', 'does-not-fit'] as const;
export type Loss = (typeof losses)[number];

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
  /** Kept in a table of its own. */
  aside: number;
  lost: number;
  /** Of those that are lost. */
  reason: Loss | null;
  /** Some of those that were converted or lost, these first. */
  samples: Sample[];
}

/** Of every value that was there, what became of it. */
export type Account = ColumnAccount[];

const MOST_SAMPLES = 5;

type Made = ReadonlyMap<string, ReadonlySet<string>>;

/**
 * The account of every value that was there before, by column, and of what came to be where there was none. `made`: the
 * columns that choices make of others.
 */
export function accountOf(before: Held, after: Held, made: Made = new Map()): Account {
  const old = physicalPlan(before.definition);
  const now = physicalPlan(after.definition).tables;
  const stayed = old.tables.flatMap((table) => {
    const next = now.find(({ id }) => id === table.id) ?? null;
    const way = { table, next, now, was: before.rows[table.id], is: after.rows[table.id] };
    const rows = rowsById(way.is);
    return table.columns.filter(isStored).map((column) => {
      const readers = [...(made.get(column.id) ?? [])];
      return columnAccount({ ...way, rows, readers, aside: after.aside?.get(column.id) }, column);
    });
  });
  return [...stayed, ...filledIn(before, after)];
}

/** From a table as it was to what it is. */
interface TableWay {
  table: Table;
  next: Table | null;
  /** All tables there are. */
  now: readonly Table[];
  was: Rows | undefined;
  is: Rows | undefined;
  rows: ReadonlyMap<number, readonly Scalar[]>;
  /** The columns that are made of the one that is looked at. */
  readers: readonly string[];
  aside: ReadonlyMap<number, Scalar> | undefined;
}

const rowsById = (set: Rows | undefined) => new Map(set?.rows.map((row) => [Number(row[0]), row]) ?? []);

const placeIn = (set: Rows | undefined, id: string): number => (set?.columns.indexOf(id) ?? -1) + 1;

function columnAccount(way: TableWay, column: StoredColumn): ColumnAccount {
  const { table, next, was, is, rows } = way;
  const found = { ...none(table.name, column.name) };
  const [from, to] = [placeIn(was, column.id), placeIn(is, column.id)];
  const gone: Loss | null = !next ? 'table-removed' : next.columns.some(({ id }) => id === column.id) ? null : GONE;
  const movesOn = movedOn(way, column);
  const converted: Sample[] = [];
  for (const row of was?.rows ?? []) {
    const [rowId, value] = [Number(row[0]), from === 0 ? null : (row[from] ?? null)];
    const there = rows.get(rowId);
    const after = gone || to === 0 ? null : (there?.[to] ?? null);
    if (value === null) found.filled += after === null ? 0 : 1;
    else if (value === after) found.kept++;
    else if (after !== null) {
      found.converted++;
      if (converted.length < MOST_SAMPLES) converted.push({ rowId, before: value, after });
    } else if (gone === GONE && movesOn(there)) found.moved++;
    else if (way.aside?.get(rowId) === value) found.aside++;
    else {
      found.lost++;
      found.reason ??= gone ?? (there ? 'does-not-fit' : 'row-removed');
      if (found.samples.length < MOST_SAMPLES) found.samples.push({ rowId, before: value, after });
    }
  }
  return { ...found, samples: [...found.samples, ...converted].slice(0, MOST_SAMPLES) };
}

const GONE = 'column-removed';

/** Whether a value whose column went is elsewhere: with each person, or in columns that are made of it. */
function movedOn({ now, readers, is }: TableWay, column: StoredColumn): (row?: readonly Scalar[]) => boolean {
  if (now.some(({ columns }) => columns.some(({ id }) => id === personalId(column)))) return () => true;
  const places = readers.map((id) => placeIn(is, id)).filter((place) => place > 0);
  return (row) => places.some((place) => (row?.[place] ?? null) !== null);
}

const none = (table: string, column: string): ColumnAccount => ({
  ...{ table, column, kept: 0, converted: 0, moved: 0, filled: 0, aside: 0, lost: 0, reason: null },
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

export const counts = ['kept', 'converted', 'moved', 'filled', 'aside', 'lost'] as const;
export type Count = (typeof counts)[number];

/** How many values of all columns. */
export const totalOf = (account: Account, count: Count): number =>
  account.reduce((sum, column) => sum + column[count], 0);
