import { type Carry, carrySql, type Pour, pourSql } from './carry';
import { columnDdl, tableDdl } from './ddl';
import { type EditPlace, KEPT, KEPT_DDL, keptOr, type Way } from './kept';
import { FRESH, rebuildTable, type Sources } from './rebuild';
import { isStored } from '@/core/column';
import type { Scalar, StoredColumn, Table } from '@/core/model';
import { PERSON, RECORD, type TableNames } from '@/core/plan';
import { literal, quoteName, quoteText } from '@/core/sql';

/**
 * One step from a schema to another. A step says all that undoing it takes: `inverseOf` gives the steps back. `edit` is
 * the place of the plan edit in the journal, where the way back is kept.
 */
export type Step =
  | { kind: 'createTable' | 'dropTable'; table: Table; names: TableNames }
  /** A removed table waits under another name for as long as its edit can be undone. */
  | { kind: 'setAside' | 'bringBack'; edit: number; table: Table }
  /** Rows that a table held when it was set aside by an earlier edit, as far as what they belong to is still there. */
  | { kind: 'refill'; table: Table; from: AsideTable; names: TableNames; place: EditPlace }
  | { kind: 'renameTable'; from: string; to: string }
  | { kind: 'renameColumn'; table: string; from: string; to: string }
  | { kind: 'addColumn' | 'dropColumn'; table: string; column: StoredColumn; names: TableNames }
  /** A table without what its links refer to, and with it again. */
  | { kind: 'unlink' | 'relink'; table: Table; names: TableNames }
  | {
      kind: 'rebuild';
      before: Table;
      after: Table;
      names: TableNames;
      sources: Sources;
      keep: EditPlace | null;
      ways: Way[];
    }
  /** The same back: what was kept of the way there goes where it stood. */
  | { kind: 'restore'; before: Table; after: Table; names: TableNames; keep: EditPlace | null; ways: Way[] }
  /** A record of a table for each text of another, in the order in which they first stand there. */
  | {
      kind: 'fillTexts';
      table: string;
      column: string;
      given: [column: string, value: Scalar][];
      from: string;
      text: string;
    }
  /** What is to be known of tables as they were, beside them for as long as it is needed. */
  | ({ kind: 'carry' } & Carry)
  | { kind: 'letGo'; name: string }
  /** Rows of a table become rows of another. */
  | ({ kind: 'pour' } & Pour)
  /** Values that would be lost, in a table of their own. */
  | { kind: 'keepLost'; sql: string }
  /** A statement that somebody wrote: first, for the database as it was, or last, for what it has become. */
  | { kind: 'byHand'; side: 'first' | 'last'; sql: string }
  /** Values that everybody shared become the first value of each person. */
  | { kind: 'shareOut'; apart: Table; from: string; column: string; people: string; to: string; keep: number | null }
  | { kind: 'takeBack'; apart: Table; keep: number }
  | { kind: 'dropView' | 'createView' | 'dropIndex' | 'createIndex'; name: string; sql: string };

/** A table that was set aside: its name in the database, and its columns there. */
export interface AsideTable {
  name: string;
  columns: readonly string[];
}

const asideName = (edit: number, { id }: Table): string => `_fern_aside_${edit}_${id}`;

/** The edit that set a table aside, and the table's id, by the name that it waits under; null for any other. */
export function readAsideName(name: string): { edit: number; tableId: string } | null {
  const [, edit, tableId] = /^_fern_aside_(\d+)_(.+)$/.exec(name) ?? [];
  return edit === undefined || tableId === undefined ? null : { edit: Number(edit), tableId };
}

/** The steps that undo a step, in their order. */
export function inverseOf(step: Step): Step[] {
  switch (step.kind) {
    case 'createTable':
      return [{ ...step, kind: 'dropTable' }];
    case 'setAside':
      return [{ ...step, kind: 'bringBack' }];
    case 'unlink':
      return [{ ...step, kind: 'relink' }];
    case 'renameTable':
    case 'renameColumn':
      return [{ ...step, from: step.to, to: step.from }];
    case 'addColumn':
      return [{ ...step, kind: 'dropColumn' }];
    case 'rebuild':
      return [
        {
          kind: 'restore',
          before: step.after,
          after: step.before,
          names: step.names,
          keep: step.keep,
          ways: step.ways,
        },
      ];
    case 'shareOut':
      return step.keep === null ? [] : [{ kind: 'takeBack', apart: step.apart, keep: step.keep }];
    case 'dropView':
      return [{ ...step, kind: 'createView' }];
    case 'createView':
      return [{ ...step, kind: 'dropView' }];
    case 'dropIndex':
      return [{ ...step, kind: 'createIndex' }];
    case 'createIndex':
      return [{ ...step, kind: 'dropIndex' }];
    // What these fill in is in a table that goes as a whole; the others are themselves the way back.
    case 'refill':
    case 'fillTexts':
    case 'carry':
    case 'letGo':
    case 'pour':
    case 'keepLost':
    case 'byHand':
    case 'dropTable':
    case 'dropColumn':
    case 'bringBack':
    case 'relink':
    case 'restore':
    case 'takeBack':
      return [];
  }
}

/** The table that a step makes anew, as it is called meanwhile: what is wrong there is said of it by that name. */
export const madeAnew = (step: Step): Table[] =>
  'after' in step
    ? [{ ...step.after, identifier: FRESH }]
    : step.kind === 'unlink'
      ? [{ ...step.table, identifier: FRESH }]
      : [];

/** The statements of one step, to be run in order in the upgrade's transaction. */
export function stepSql(step: Step): string[] {
  switch (step.kind) {
    case 'createTable':
      return [tableDdl(step.table, step.names)];
    case 'dropTable':
      return [`DROP TABLE ${quoteName(step.table.identifier)}`];
    case 'setAside':
      return [renamed(step.table.identifier, asideName(step.edit, step.table))];
    case 'bringBack':
      return [renamed(asideName(step.edit, step.table), step.table.identifier)];
    case 'refill':
      return refill(step);
    case 'renameTable':
      return [renamed(step.from, step.to)];
    case 'renameColumn':
      return [`ALTER TABLE ${quoteName(step.table)} RENAME COLUMN ${quoteName(step.from)} TO ${quoteName(step.to)}`];
    case 'addColumn':
      return [`ALTER TABLE ${quoteName(step.table)} ADD COLUMN ${columnDdl(step.column, step.names)}`];
    case 'dropColumn':
      return [`ALTER TABLE ${quoteName(step.table)} DROP COLUMN ${quoteName(step.column.identifier)}`];
    case 'unlink':
    case 'relink':
      return rebuildTable(
        {
          before: step.table,
          after: step.table,
          names: step.kind === 'unlink' ? {} : step.names,
          keep: null,
          ways: [],
        },
        {},
      );
    case 'rebuild':
      return rebuildTable(step, step.sources);
    case 'restore':
      return rebuildTable(step, 'kept');
    case 'shareOut':
      return shareOut(step);
    case 'takeBack':
      return takeBack(step);
    case 'fillTexts':
      return [fillTexts(step)];
    case 'carry':
      return carrySql(step);
    case 'letGo':
      return [`DROP TABLE ${quoteName(step.name)}`];
    case 'pour':
      return [pourSql(step)];
    case 'dropView':
      return [`DROP VIEW ${quoteName(step.name)}`];
    case 'dropIndex':
      return [`DROP INDEX ${quoteName(step.name)}`];
    case 'createView':
    case 'createIndex':
    case 'keepLost':
    case 'byHand':
      return [step.sql];
  }
}

/** Case and outer spaces do not count, as they do not where texts find their records. */
function fillTexts({ table, column, given, from, text }: Extract<Step, { kind: 'fillTexts' }>): string {
  const trimmed = `trim(${quoteName(text)})`;
  const columns = [column, ...given.map(([name]) => name)].map(quoteName).join(', ');
  const values = [trimmed, ...given.map(([, value]) => (value === null ? 'NULL' : literal(value)))].join(', ');
  return `INSERT INTO ${quoteName(table)} (${columns}) SELECT ${values} FROM ${quoteName(from)}
    WHERE "id" IN (SELECT min("id") FROM ${quoteName(from)} WHERE ${trimmed} <> '' GROUP BY ${trimmed} COLLATE NOCASE)
    ORDER BY "id"`;
}

const renamed = (from: string, to: string): string => `ALTER TABLE ${quoteName(from)} RENAME TO ${quoteName(to)}`;

const highestId = ({ id }: Table): string => quoteText(`highest id of ${id}`);

/** The rows that were shared out go, and their ids can be given again: made again, the same rows get the same ids. */
function takeBack({ apart, keep }: Extract<Step, { kind: 'takeBack' }>): string[] {
  const highest = `(SELECT value FROM ${KEPT} WHERE edit = ${keep} AND place = ${highestId(apart)})`;
  return [
    `DELETE FROM ${quoteName(apart.identifier)} WHERE "id" > ${highest}`,
    `UPDATE sqlite_sequence SET seq = ${highest} WHERE name = ${quoteText(apart.identifier)}`,
  ];
}

function shareOut({ apart, from, column, people, to, keep }: Extract<Step, { kind: 'shareOut' }>): string[] {
  const [table, record, person, target, value] = [apart.identifier, RECORD, PERSON, to, column].map(quoteName);
  const highest = `SELECT seq FROM sqlite_sequence WHERE name = ${quoteText(apart.identifier)}`;
  const noted = `INSERT OR IGNORE INTO ${KEPT} (edit, place, row_id, shape, value)
    VALUES (${keep}, ${highestId(apart)}, 0, '', coalesce((${highest}), 0))`;
  return [
    ...(keep === null ? [] : [KEPT_DDL, noted]),
    // In an order that is said: the rows get their ids by it.
    `INSERT INTO ${table} (${record}, ${person}, ${target})
      SELECT o."id", p."id", o.${value} FROM ${quoteName(from)} o CROSS JOIN ${quoteName(people)} p
      WHERE o.${value} IS NOT NULL
      ORDER BY o."id", p."id"
      ON CONFLICT (${record}, ${person}) DO UPDATE SET ${target} = excluded.${target}`,
  ];
}

function refill({ table, from, names, place }: Extract<Step, { kind: 'refill' }>): string[] {
  const name = quoteName(table.identifier);
  const [there, others] = [true, false].map((is) =>
    table.columns.filter(isStored).filter(({ identifier }) => from.columns.includes(identifier) === is),
  ) as [StoredColumn[], StoredColumn[]];
  const listed = ['"id"', ...there.map(({ identifier }) => quoteName(identifier))].join(', ');
  const of = ({ identifier }: StoredColumn) => quoteName(identifier);
  const leads = there.flatMap((column) => {
    const target = column.kind === 'link' ? names[column.tableId] : undefined;
    return target === undefined
      ? []
      : [`(${of(column)} IS NULL OR ${of(column)} IN (SELECT "id" FROM ${quoteName(target)}))`];
  });
  // Columns that went before the table did were kept by their edits.
  const kept = others.map(
    (to) => `${of(to)} = ${keptOr(table, { from: null, to }, place, `${name}."id"`, 'NULL', of(to))}`,
  );
  return [
    `INSERT INTO ${name} (${listed})
      SELECT ${listed} FROM ${quoteName(from.name)} ${leads.length > 0 ? `WHERE ${leads.join(' AND ')}` : ''}
      ORDER BY "id"`,
    ...(kept.length > 0 ? [KEPT_DDL, `UPDATE ${name} SET ${kept.join(', ')}`] : []),
  ];
}
