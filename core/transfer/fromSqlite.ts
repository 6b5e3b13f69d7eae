import { FILE_SCHEMA } from './sourceRows';
import { addColumns, pages } from './sqliteColumns';
import { addLinks, giveInverses, isLinking, numbering } from './sqliteLinks';
import { freeName, type Planned, type SourceCopy, words } from './sqlitePlan';
import type { Source } from './sqliteSource';
import { isStored } from '@/core/column';
import type { Definition, Table } from '@/core/model';
import { bestNaming, freeIdentifier, physicalPlan, singular } from '@/core/plan';
import { quoteName } from '@/core/sql';

/** What a database file becomes: tables to make, rows to copy, and what could not be kept as it was. */
export interface SqlitePlan {
  tables: Table[];
  copies: SourceCopy[];
  /** Statements to run on the file first: temporary tables that number rows which have no number of their own. */
  prepare: string[];
  report: string[];
}

/** Plans the import of a database that was looked over. Pure; every departure is told in `report`. */
export function planSqlite(source: Source): SqlitePlan {
  const prepare: string[] = [];
  const identifiers: string[] = [];
  const names: string[] = [];
  const planned = source.tables.map((each, index): Planned => {
    const name = freeName(words(each.name), names);
    names.push(name);
    const identifier = freeIdentifier(name, 'table', identifiers);
    identifiers.push(identifier);
    const table: Table = {
      id: `t${String(index + 1).padStart(3, '0')}`,
      name,
      recordName: singular(name),
      identifier,
      columns: [],
      naming: { kind: 'expression', text: "''" },
    };
    const report: string[] = [];
    return { source: each, table, ...numbering(each, index, prepare, report), links: [], report };
  });
  const at = (name: string) => planned.find((each) => each.source.name.toLowerCase() === name.toLowerCase());
  for (const each of planned) addLinks(each, at);
  const copies = planned.map((each) => addColumns(each, at));
  giveInverses(planned, at);
  for (const each of planned) {
    isLinking(each) && (each.table.linking = true);
    if (each.table.columns.length === 0)
      each.table.columns.push({
        id: `${each.table.id}c000`,
        name: 'Name',
        identifier: 'name',
        kind: 'text',
        required: false,
        unique: false,
        default: { kind: 'none' },
      });
    each.table.naming = bestNaming(each.table.columns);
  }
  const others = [
    ...source.views.map((name) => `The view ${name} is not kept: what it shows can be computed columns.`),
    ...source.virtual.map(
      (name) => `The virtual table ${name} is not kept, nor the tables that it keeps its values in.`,
    ),
    ...source.triggers.map(({ name, table }) => `The trigger ${name} on ${table} is not kept, and did not run.`),
  ];
  return {
    tables: planned.map(({ table }) => table),
    copies,
    prepare,
    report: [...planned.flatMap(({ table, report }) => report.map((line) => `${table.name}: ${line}`)), ...others],
  };
}

/** How the rows of a database that Fern Shelf wrote itself are read: its definition tells everything. */
export function copiesOf(definition: Definition): SourceCopy[] {
  return physicalPlan(definition).tables.map((table) => {
    const columns = table.columns.filter(isStored);
    const from = `${FILE_SCHEMA}.${quoteName(table.identifier)} AS c`;
    return {
      tableId: table.id,
      columns: columns.map(({ id }) => id),
      count: 0,
      ...pages(
        'c."id"',
        columns.map(({ kind, identifier }) => ({ kind, sql: `c.${quoteName(identifier)}` })),
        from,
      ),
    };
  });
}

/** Where a database that Fern Shelf wrote holds its definition, so that it reads back the same. */
export const DEFINITION_TABLE = '_fern_shelf';
