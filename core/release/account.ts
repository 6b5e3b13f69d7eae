import type { Held, Rows } from './held';
import { type Later, laterRows, placeIn } from './laterRows';
import { isStored } from '@/core/column';
import type { Scalar, StoredColumn, Table } from '@/core/model';
import { personalId, physicalPlan } from '@/core/plan';

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

/** The columns that choices make of one, by ids. */
export interface Made {
  /** In the same record, or in the one that it becomes. */
  inRecord: ReadonlySet<string>;
  /** In records that lead to it, or that it leads to. */
  elsewhere: ReadonlySet<string>;
}

/** Rows of a table that became rows of another: the new ids by the old ones. */
export interface PouredRows {
  from: string;
  into: string;
  ids: ReadonlyMap<number, number>;
}

/** What else is known of an upgrade: the columns that choices make of others, and rows that became rows of others. */
export interface Moves {
  made?: ReadonlyMap<string, Made>;
  poured?: readonly PouredRows[];
}

/** The account of every value that was there before, by column, and of what came to be where there was none. */
export function accountOf(before: Held, after: Held, moves: Moves = {}): Account {
  const old = physicalPlan(before.definition);
  const later = laterRows(after);
  const stayed = old.tables.flatMap((table) => {
    const next = later.tables.find(({ id }) => id === table.id) ?? null;
    const way = { table, next, later, was: before.rows[table.id], moves };
    return table.columns
      .filter(isStored)
      .map((column) => columnAccount({ ...way, aside: after.aside?.get(column.id) }, column));
  });
  return [...stayed, ...filledIn(before, after)];
}

/** From a table as it was to what it is. */
interface TableWay {
  table: Table;
  next: Table | null;
  later: Later;
  was: Rows | undefined;
  moves: Moves;
  aside: ReadonlyMap<number, Scalar> | undefined;
}

function columnAccount(way: TableWay, column: StoredColumn): ColumnAccount {
  const { table, next, later, was } = way;
  const found = { ...none(table.name, column.name) };
  const from = placeIn(was, column.id);
  const gone = !next ? 'table-removed' : next.columns.some(({ id }) => id === column.id) ? null : 'column-removed';
  const movesOn = movedOn(way, column);
  const converted: Sample[] = [];
  for (const row of was?.rows ?? []) {
    const [rowId, value] = [Number(row[0]), from === 0 ? null : (row[from] ?? null)];
    const after = gone ? null : later.valueIn(column.id, rowId);
    if (value === null) found.filled += after === null ? 0 : 1;
    else if (value === after) found.kept++;
    else if (after !== null) {
      found.converted++;
      if (converted.length < MOST_SAMPLES) converted.push({ rowId, before: value, after });
    } else if (gone !== null && movesOn(rowId, value)) found.moved++;
    else if (way.aside?.get(rowId) === value) found.aside++;
    else {
      found.lost++;
      found.reason ??= gone ?? (later.hasRow(table.id, rowId) ? 'does-not-fit' : 'row-removed');
      if (found.samples.length < MOST_SAMPLES) found.samples.push({ rowId, before: value, after });
    }
  }
  return { ...found, samples: [...found.samples, ...converted].slice(0, MOST_SAMPLES) };
}

/**
 * Whether a value whose column went is elsewhere: with each person, in columns that are made of it in its record or in
 * what that became, or as it was in those of other records.
 */
function movedOn({ table, later, moves }: TableWay, column: StoredColumn): (rowId: number, value: Scalar) => boolean {
  if (later.tables.some(({ columns }) => columns.some(({ id }) => id === personalId(column)))) return () => true;
  const made = moves.made?.get(column.id);
  if (!made) return () => false;
  const there = new Set([...made.elsewhere].flatMap((id) => [...later.valuesIn(id)]));
  return (rowId, value) => {
    const records = recordsOf(table.id, rowId, moves.poured ?? []);
    return (
      there.has(value) ||
      [...made.inRecord].some((id) => {
        const where = later.tableOf(id);
        return records.some((record) => record.table === where && later.valueIn(id, record.id) !== null);
      })
    );
  };
}

/** A record, and those that it became on the way. */
function recordsOf(table: string, id: number, poured: readonly PouredRows[]): { table: string; id: number }[] {
  const found = [{ table, id }];
  for (const { from, into, ids } of poured)
    for (const record of [...found]) {
      const became = record.table === from ? ids.get(record.id) : undefined;
      if (became !== undefined) found.push({ table: into, id: became });
    }
  return found;
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
