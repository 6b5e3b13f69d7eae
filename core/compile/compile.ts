import {
  type AskedColumn,
  type Column,
  type Definition,
  type Frame,
  isAsked,
  isLink,
  linkedNameSql,
  columnText,
  screenFor,
  screensOf,
  shownNameSql,
  type Table,
  type Theme,
} from '@/core/definition';
import { quoteName } from '@/core/expression';
import { ID, linkedName, SHOWN_NAME } from './columns';
import { lazily } from './lazily';
import { type CompiledList, compileList, searchIndex } from './list';
import { ownSql } from './own';
import { compileRoutines } from './routine';
import type { CompiledRoutine } from './routineOps';
import { type CompiledPeople, compilePeople } from './people';
import { type CodePlace, codePlaces } from './scan';
import { type CompiledScreen, compileScreens } from './screens';
import { sqlOf } from './slot';
import { selectAs, type Statement } from './statement';
import type { SearchIndex } from '@/core/engine';
import { type WriteStatements, writeStatements } from './writes';

type Plan = Pick<Definition, 'tables' | 'people'>;

/** An app ready to run: every statement that its screens use, and the screens with the paths between them. */
export interface CompiledApp {
  id: string;
  name: string;
  theme: Theme;
  tables: CompiledTable[];
  screens: CompiledScreen[];
  startId: string;
  frame: Frame | null;
  people: CompiledPeople | null;
  routines: CompiledRoutine[];
  /** The records of a table, or those that a query selects, for where one is to be chosen. */
  choices(tableId: string, queryId?: string): CompiledList | null;
  /** The screen that something leads to where nothing else is said. */
  wayTo(kind: 'list' | 'record' | 'form', tableId: string, chosen?: string): string | null;
}

export interface CompiledTable {
  id: string;
  name: string;
  recordName: string;
  identifier: string;
  /** What people fill in. */
  columns: AskedColumn[];
  /** The column that names a record, where one does. */
  namedBy: string | null;
  search: SearchIndex | null;
  /** Its columns of codes. */
  codes: CodePlace[];
  /** All its records, for where one is to be chosen. */
  list: CompiledList;
  statements: TableStatements;
}

/** What reads and writes single records of a table. */
export interface TableStatements extends WriteStatements {
  /** One record with every column; parameter `id`. */
  record: Statement;
  /** Records by their names; parameter `ids`, a JSON array. */
  names: Statement;
  /**
   * For each link of the table to itself that must not go round: gives a row where the record `id` comes to belong to
   * itself.
   */
  circles: { column: Column; sql: string }[];
}

const tablesOf = new WeakMap<readonly Table[], { people: Definition['people']; tables: CompiledTable[] }>();

/** Compiles a definition that `definitionFault` finds nothing wrong with. Pure; cheap enough to run at every edit. */
export function compileApp(definition: Definition): CompiledApp {
  const { id, name, theme } = definition;
  const screens = screensOf(definition);
  const app = {
    id,
    name,
    theme,
    tables: compileTables(definition),
    screens: compileScreens(definition),
    startId: screens.startId,
    frame: screens.frame ?? null,
    people: compilePeople(definition),
    choices: (tableId: string, queryId?: string) => {
      const table = definition.tables.find((each) => each.id === tableId);
      const query = definition.queries?.find((each) => each.id === queryId);
      return table ? compileList(definition, table, query ? { query } : {}) : null;
    },
    wayTo: (kind: 'list' | 'record' | 'form', tableId: string, chosen?: string) =>
      screenFor(screens, kind, tableId, chosen),
  };
  return lazily(app, 'routines', () => compileRoutines(definition));
}

function compileTables(plan: Plan): CompiledTable[] {
  const found = tablesOf.get(plan.tables);
  if (found && found.people === plan.people) return found.tables;
  const tables = plan.tables.map((table) => compileTable(plan, table));
  tablesOf.set(plan.tables, { people: plan.people, tables });
  return tables;
}

function compileTable(plan: Plan, table: Table): CompiledTable {
  const { id, name, recordName, identifier } = table;
  const compiled = {
    id,
    name,
    recordName,
    identifier,
    columns: table.columns.filter(isAsked),
    namedBy: table.naming.kind === 'column' ? table.naming.columnId : null,
    search: searchIndex(table),
  };
  return lazily(
    lazily(
      lazily(compiled, 'codes', () => codePlaces(plan, table)),
      'list',
      () => compileList(plan, table),
    ),
    'statements',
    () => tableStatements(plan, table),
  );
}

/** The statements of single records of a table. */
export function tableStatements(plan: Plan, table: Table): TableStatements {
  const from = quoteName(table.identifier);
  const own = `${from}.`;
  const guarded = (sql: string) => ownSql(plan, sql);
  /** A column as it is read: a link comes with the name of its record. */
  const read = (column: Column): string[] => {
    const value = own + quoteName(column.identifier);
    if (isLink(column)) return [value, selectAs(linkedNameSql(plan, table, column, own), linkedName(column))];
    return [
      column.kind === 'expression' || column.perPerson
        ? selectAs(sqlOf(plan, table, columnText(column)), column.identifier)
        : value,
    ];
  };
  return {
    record: {
      sql: guarded(
        `SELECT ${[own + quoteName(ID), selectAs(shownNameSql(plan, table, own), SHOWN_NAME), ...table.columns.flatMap(read)].join(', ')} FROM ${from} WHERE "id" = :id`,
      ),
    },
    names: {
      sql: guarded(
        `SELECT ${own}${quoteName(ID)}, ${selectAs(shownNameSql(plan, table, own), SHOWN_NAME)} FROM json_each(:ids) AS _j CROSS JOIN ${from} ON ${own}"id" = _j.value`,
      ),
    },
    circles: table.columns
      .filter((column) => isLink(column) && column.acyclic === true)
      .map((column) => ({ column, sql: guarded(circleSql(from, quoteName(column.identifier))) })),
    ...writeStatements(plan, table),
  };
}

/** Follows a link upwards from the record `id`; UNION ends a walk that goes round without it. */
function circleSql(from: string, link: string): string {
  return `WITH RECURSIVE above(id) AS (SELECT ${link} FROM ${from} WHERE "id" = :id UNION SELECT t.${link} FROM ${from} t JOIN above ON t."id" = above.id) SELECT 1 AS "circle" FROM above WHERE id = :id`;
}
