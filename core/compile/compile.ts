import { isAsked } from '@/core/column';
import type { AskedColumn, Column, Definition, Frame, Table, Theme } from '@/core/model';
import { isLink, linkedNameSql, columnText, physicalPlan, screensOf, shownNameSql } from '@/core/plan';
import { as, type Fragment, name as named, param, quoteName, rowsOf, sql } from '@/core/expression';
import { memo } from '@/core/memo';
import { ID, linkedName, SHOWN_NAME } from './columns';
import { deleteRules, type DeleteRules } from './deleteRules';
import { lazily } from './lazily';
import { type CompiledList, compileList } from './list';
import { ownTexts } from './search';
import { ownerStatement } from './owner';
import { compileRoutines } from './routine';
import type { CompiledRoutine } from './routineOps';
import { type CompiledPeople, compilePeople } from './people';
import { type CodePlace, codePlaces } from './scan';
import { type CompiledScreen, compileScreens } from './screens';
import { ofRecord, valueAt } from './slot';
import type { Statement } from './statement';
import type { SearchTexts } from '@/core/engine';
import { type WriteStatements, writeStatements } from './writes';

type Plan = Pick<Definition, 'tables' | 'people'>;

/**
 * An app ready to run: every statement that its screens use, and the screens with the paths between them. Plain data:
 * what JSON makes of it runs the same; parts that nobody has asked for yet are made when somebody does.
 */
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
  /** The tables as the database holds them, with those that keep what is each person's own. */
  stored: Table[];
  /** For each query, by its id, what it selects, for where one record of those is to be chosen. */
  choices: Record<string, CompiledList>;
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
  search: SearchTexts | null;
  /** Its columns of codes. */
  codes: CodePlace[];
  /** All its records, for where one is to be chosen. */
  list: CompiledList;
  statements: TableStatements;
}

/** What reads and writes single records of a table. */
export interface TableStatements extends WriteStatements, DeleteRules {
  /** One record with every column; parameter `id`. */
  record: Statement;
  /** One record by its name; parameter `id`. */
  shown: Statement;
  /** Records by their names; parameter `ids`, a JSON array. */
  names: Statement;
  /**
   * For each link of the table to itself that must not go round: gives a row where the record `id` comes to belong to
   * itself.
   */
  circles: { column: Column; statement: Statement }[];
}

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
    stored: physicalPlan(definition).tables,
    people: compilePeople(definition),
    choices: choicesByQuery(definition),
  };
  return lazily(app, 'routines', () => compileRoutines(definition));
}

function choicesByQuery({ queries = [], ...plan }: Definition): Record<string, CompiledList> {
  return queries.reduce<Record<string, CompiledList>>((lists, query) => {
    const table = plan.tables.find(({ id }) => id === query.tableId);
    return table ? lazily(lists, query.id, () => compileList(plan, table, { query })) : lists;
  }, {});
}

/** The tables of a plan, or of a plan as the database holds it; the same ones while they stay the same. */
export const compileTables = ({ tables, people }: Plan): CompiledTable[] => tablesOf(tables, people);

const tablesOf = memo((tables: Table[], people: Plan['people']): CompiledTable[] =>
  tables.map((table) => compileTable({ tables, people }, table)),
);

function compileTable(plan: Plan, table: Table): CompiledTable {
  const { id, name, recordName, identifier } = table;
  const compiled = {
    id,
    name,
    recordName,
    identifier,
    columns: table.columns.filter(isAsked),
    namedBy: table.naming.kind === 'column' ? table.naming.columnId : null,
    search: ownTexts(table),
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
  const row = named(table.identifier);
  const prefix = `${quoteName(table.identifier)}.`;
  const shown = [sql`${row}.${named(ID)}`, as(shownNameSql(plan, table, prefix), SHOWN_NAME)];
  /** A column as it is read: a link comes with the name of its record. */
  const read = (column: Column): Fragment[] => {
    const value = sql`${row}.${named(column.identifier)}`;
    if (isLink(column)) return [value, as(linkedNameSql(plan, table, column, prefix), linkedName(column))];
    return [
      column.kind === 'expression' || column.perPerson
        ? as(valueAt(plan, table, columnText(column)), column.identifier)
        : value,
    ];
  };
  return {
    record: ofRecord(plan, table, [...shown, ...table.columns.flatMap(read)]),
    shown: ofRecord(plan, table, shown),
    names: ownerStatement(
      plan,
      sql`
        SELECT ${shown}
        FROM json_each(${param('ids')}) AS _j
        CROSS JOIN ${rowsOf(table.identifier)} ON ${row}."id" = _j.value`,
    ),
    circles: table.columns
      .filter((column) => isLink(column) && column.acyclic === true)
      .map((column) => ({ column, statement: circle(plan, table, column) })),
    ...deleteRules(plan, table),
    ...writeStatements(plan, table),
  };
}

/** Follows a link upwards from the record `id`; UNION ends a walk that goes round without it. */
function circle(plan: Plan, table: Table, column: Column): Statement {
  const [from, link, id] = [rowsOf(table.identifier), named(column.identifier), param('id')];
  const first = sql`SELECT ${link} FROM ${from} WHERE "id" = ${id}`;
  const next = sql`SELECT t.${link} FROM ${from} t JOIN above ON t."id" = above.id`;
  const found = sql`SELECT 1 AS "circle" FROM above WHERE id = ${id}`;
  return ownerStatement(plan, found, sql`above(id) AS (${first} UNION ${next})`);
}
