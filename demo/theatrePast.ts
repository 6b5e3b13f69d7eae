import { mendDefinition } from '@/core/edit';
import type { Column, Definition, RowSet, Scalar, Starting, Table } from '@/core/model';
import {
  filedReleases,
  keepRelease,
  type KeptReleases,
  type PackedRelease,
  plainUpgrade,
  type Release,
} from '@/core/release';
import { demoTable } from './table';
import { costSheets, errands, garments, performers, workers } from './theatreTables';

/** What the house gave up: who had which key. */
const keys = demoTable('t20', 'Keys', 'Key', [
  ['Door', { kind: 'text' }, { required: true }],
  ['Held by', { kind: 'text' }],
]);

const doors: Scalar[][] = [
  ['Cellar stage', 'Ivo Dunmarsh'],
  ['Hat wall', 'Nerys Quarrie'],
  ['Street door', 'Hesper Pellow'],
  ['Dye kitchen', null],
];

const columnOf = (table: Table, name: string): Column => table.columns.find((column) => column.name === name) as Column;

const shoes = columnOf(performers, 'Shoe size');
const hours = columnOf(workers, 'Hours a week');
const garment = columnOf(errands, 'Garment');
const number = columnOf(costSheets, 'Number');
const remark = columnOf(costSheets, 'Remark');

const text = (id: string, name: string, identifier: string): Column => ({
  ...{ id, name, identifier, kind: 'text', required: false, unique: false, default: { kind: 'none' } },
});

/** An errand's garment was a text, its name, before it was a link. */
const named = text('t9-20', 'Garment', 'garment');

type Change = (column: Column) => Column[];

const changed = (tables: readonly Table[], changes: Readonly<Record<string, Change>>): Table[] =>
  tables.map((table) => ({ ...table, columns: table.columns.flatMap((each) => changes[each.id]?.(each) ?? [each]) }));

/** Before the second release: sizes were texts, a sheet's number and remark stood in one column, keys were noted. */
const firstTables = (tables: readonly Table[]): Table[] => [
  ...changed(tables, {
    [shoes.id]: (column) => [text(column.id, column.name, column.identifier)],
    [number.id]: (column) => [{ ...column, name: 'Number and remark', identifier: 'number_and_remark' }],
    [remark.id]: () => [],
  }),
  { ...keys, heading: 'The house' },
];

/** Before the third: an errand's garment was a text, and nobody minded how many hours a week have. */
const secondTables = (tables: readonly Table[]): Table[] =>
  changed(tables, {
    [garment.id]: () => [named],
    [hours.id]: (column) => {
      const rest = Object.entries(column).filter(([key]) => key !== 'min' && key !== 'max');
      return [Object.fromEntries(rest) as Column];
    },
  });

/** The plan with other tables; what screens and routines say of what is not there is left out. */
function planWith(today: Definition, tables: Table[]): Definition {
  const mended = mendDefinition({ ...today, tables });
  if (!mended) throw new Error('the past of the demo cannot stand');
  return mended.definition;
}

type Rows = Starting['rows'];

/** Rows with the values of a column made otherwise, and the column under another id. */
function withColumn(set: RowSet, id: string, to: string, make: (value: Scalar, row: number) => Scalar): RowSet {
  const place = set.columns.indexOf(id);
  return {
    columns: set.columns.map((each) => (each === id ? to : each)),
    rows: set.rows.map((row, at) => row.map((value, index) => (index === place + 1 ? make(value, at) : value))),
  };
}

function without(set: RowSet, id: string): RowSet {
  const place = set.columns.indexOf(id) + 1;
  return {
    columns: set.columns.filter((each) => each !== id),
    rows: set.rows.map((row) => row.filter((_, index) => index !== place)),
  };
}

const valueIn = (set: RowSet, row: readonly Scalar[] | undefined, id: string): Scalar =>
  row?.[set.columns.indexOf(id) + 1] ?? null;

const setOf = (rows: Rows, table: Table): RowSet => rows[table.id] ?? { columns: [], rows: [] };

/** The rows of the second release: errands by the names of their garments, one of which nobody knows. */
function secondRows(rows: Rows): Rows {
  const all = setOf(rows, garments);
  const names = new Map(all.rows.map((row) => [row[0], valueIn(all, row, garments.columns[0]?.id ?? '')]));
  return {
    ...rows,
    [errands.id]: withColumn(setOf(rows, errands), garment.id, named.id, (value, at) =>
      at % 9 === 4 ? 'the cloak from the cellar' : (names.get(value) ?? null),
    ),
    [workers.id]: withColumn(setOf(rows, workers), hours.id, hours.id, (value, at) => (at === 1 ? 60 : value)),
  };
}

function firstRows(rows: Rows): Rows {
  const sheets = setOf(rows, costSheets);
  const joined = withColumn(sheets, number.id, number.id, (value, at) => {
    const said = valueIn(sheets, sheets.rows[at], remark.id);
    return said === null ? value : `${String(value)}: ${String(said)}`;
  });
  return {
    ...rows,
    [performers.id]: withColumn(setOf(rows, performers), shoes.id, shoes.id, (value, at) =>
      value === null ? null : at % 16 === 7 ? `${value} ½` : String(value),
    ),
    [costSheets.id]: without(joined, remark.id),
    [keys.id]: { columns: keys.columns.map(({ id }) => id), rows: doors.map((row, at) => [at + 1, ...row]) },
  };
}

/** What stands before and behind the first colon of a text. */
const before = (name: string) =>
  `CASE WHEN instr(${name}, ':') > 0 THEN substr(${name}, 1, instr(${name}, ':') - 1) ELSE ${name} END`;
const behind = (name: string) =>
  `CASE WHEN instr(${name}, ':') > 0 THEN trim(substr(${name}, instr(${name}, ':') + 1)) END`;

/**
 * Where the playhouse's app comes from: two releases before that of today, with the rows that they were installed with,
 * and how rows came along: texts that became links, a kind that changed, a column that was split, a table that went, and a
 * rule that old rows break.
 */
export function theatrePast(today: Definition, starting: Starting): PackedRelease[] {
  const frozen = (tables: Table[], rows: Rows) => ({
    definition: planWith(today, tables),
    starting: { tables, ...(starting.people ? { people: starting.people } : {}), rows },
  });
  const second = secondTables(today.tables);
  const rows = secondRows(starting.rows);
  const head = (version: string, schema: number, at: string, notes: string) => ({
    ...{ id: `lantern-${schema}`, version, schema, at: `${at}T09:00:00.000Z`, notes },
  });
  const releases: Release[] = [
    {
      ...head('1.0.0', 1, '2026-03-02', 'The first release, for the spring season.'),
      ...frozen(firstTables(second), firstRows(rows)),
    },
    {
      ...head('1.1.0', 2, '2026-06-15', 'Shoe sizes are numbers. A cost sheet has a remark. Keys are no longer noted.'),
      ...frozen(second, rows),
      upgrade: {
        ...plainUpgrade,
        fills: {
          [number.id]: { expression: before('number_and_remark') },
          [remark.id]: { expression: behind('number_and_remark') },
        },
        aside: [keys.id],
      },
    },
    {
      ...head('1.2.0', 3, '2026-10-05', 'An errand leads to its garment. A week has at most 48 hours.'),
      ...{ definition: today, starting },
      upgrade: {
        ...plainUpgrade,
        fills: { [garment.id]: { textColumnId: named.id, targetTableId: garments.id, by: null } },
      },
    },
  ];
  const kept = releases.reduce<KeptReleases | null>(keepRelease, null) as KeptReleases;
  return filedReleases(kept, { definition: today, starting });
}
