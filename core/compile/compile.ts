import { deleteRules } from './deleteRules';
import { filledIn } from './form';
import { compileList } from './list';
import { ownerStatement } from './owner';
import { compilePeople } from './people';
import { compileRoutines } from './routine';
import { codePlaces } from './scan';
import { compileScreens } from './screens';
import { ownTexts } from './search';
import { rowsOfTable } from './tableRows';
import { writeStatements } from './writes';
import { isAsked, isLink } from '@/core/column';
import {
  type CompiledApp,
  type CompiledList,
  type CompiledTable,
  lazily,
  type Statement,
  type TableStatements,
  usualReads,
} from '@/core/compiled';
import { memo } from '@/core/memo';
import type { Column, Definition, Table } from '@/core/model';
import { screensOf } from '@/core/plan';
import { name as named, param, rowsOf, sql } from '@/core/sql';

type Plan = Pick<Definition, 'tables' | 'people'>;

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
    filled: filledIn(table),
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
  return {
    ...usualReads(rowsOfTable(plan, table), table.columns),
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
