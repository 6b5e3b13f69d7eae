import { compileApp } from '@/core/compile';
import {
  type CompiledApp,
  type CompiledList,
  type CompiledRoutine,
  type CompiledScreen,
  type CompiledTable,
  namedByColumn,
  usualOf,
  usualOfTable,
  usualReads,
  usualRules,
  usualWrites,
} from '@/core/compiled';
import type { Column, Definition, Query, Table } from '@/core/model';
import { shownColumns } from '@/core/plan';
import { hoisted } from './hoist';
import { leaveOut, without } from './leaveOut';
import { kebabCase } from '@/core/ship';
import { namedDefinition } from './named';
import { namesOf } from './names';
import { keyOf, type Reference, Source, WORDS } from './source';
import { routineWords } from './routineWords';
import { type Said, screenWords } from './screenWords';
import { listWords } from './listWords';
import { Call, TableNamed } from './parts';

/** One file of a project: its path, and its text before it is formatted. */
export interface ProjectFile {
  path: string;
  text: string;
}

const SCHEMA = 'database/schema';

const tablePath = ({ id }: Pick<Table, 'id'>): string => `database/${id}`;

const routinePath = ({ id }: Pick<CompiledRoutine, 'id'>): string => `routines/${id}`;

const queryPath = ({ id }: Pick<Query, 'id'>): string => `database/queries/${id}`;

const screenPath = ({ id }: Pick<CompiledScreen, 'id'>): string => `screens/${id}`;

/** The modules that say what the app is: its tables with their statements, its screens, its routines. */
export function appModules(definition: Definition): ProjectFile[] {
  const named = plain(namedDefinition(definition));
  const app = plain(compileApp(named));
  const references = named.tables.flatMap((table) => columnReferences(table, shownColumns(named, table)));
  const columns = new Map(references.map(({ id, value }) => [id, value as Column]));
  const said: Said = {
    table: (id) => app.tables.find((table) => table.id === id) as CompiledTable,
    column: (id) => columns.get(id),
  };
  return [
    schemaModule(named),
    ...app.tables.map((table) => {
      const planned = named.tables.find(({ id }) => id === table.id) as Table;
      return tableModule(table, planned, shownColumns(named, planned), references);
    }),
    ...app.screens.flatMap((screen) => screenModules(screen, said, references)),
    ...app.routines.flatMap((routine) => routineModules(routine, references)),
    ...(named.queries ?? []).flatMap((query) => {
      const list = app.choices[query.id];
      return list ? [queryModule(query, list, said, references)] : [];
    }),
    peopleModule(app, references),
    mainModule(app),
  ].map(({ path, text }) => ({ path: `${path}.ts`, text }));
}

/** Where each part of an app stands in its project, by its id. */
export function codePlaces(definition: Definition): Record<string, string> {
  const { table, query, screen, routine } = namesOf(definition);
  const places = (names: ReadonlyMap<string, string>, path: (of: { id: string }) => string) =>
    [...names].map(([id, name]): [string, string] => [id, `${path({ id: name })}.ts`]);
  return Object.fromEntries([
    ...places(table, tablePath),
    ...places(query, queryPath),
    ...places(screen, screenPath),
    ...places(routine, routinePath),
  ]);
}

/** As JSON has it: with nothing that is undefined, and all that is made when it is asked for. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

const columnReferences = (table: Table, columns: readonly Column[]): Reference[] =>
  columns.map((column) => ({
    id: column.id,
    value: column,
    from: SCHEMA,
    name: '* as schema',
    there: `schema.${table.id}${member(column.identifier)}`,
  }));

const member = (name: string): string => (keyOf(name) === name ? `.${name}` : `[${keyOf(name)}]`);

/** The columns of every table, in the words of their kinds. */
function schemaModule(named: Definition): ProjectFile {
  const source = new Source(SCHEMA);
  source.use('columnsOf', WORDS);
  const tables = named.tables.map((table) => {
    const said = shownColumns(named, table).map(
      (column) => `${keyOf(column.identifier)}: ${columnWords(source, column)}`,
    );
    const columns = `{${said.join(',\n')}}`;
    return `${comment(table.name)}\nexport const ${table.id} = columnsOf(${source.value(table.id)}, ${columns});`;
  });
  return { path: SCHEMA, text: source.text(tables.join('\n\n')) };
}

function tableModule(
  table: CompiledTable,
  planned: Table,
  columns: readonly Column[],
  references: readonly Reference[],
): ProjectFile {
  const source = new Source(tablePath(table), references);
  const naming = columns.find(({ id }) => id === table.namedBy);
  const { id, name, recordName, identifier, search, list, statements } = table;
  source.use('table', WORDS);
  source.use('type RowOf', WORDS);
  source.use('* as schema', `@/${SCHEMA}`);
  const asked = table.columns.filter(({ perPerson }) => !perPerson).map((column) => column.identifier);
  const owned = planned.owned === true;
  const rows = without(list.fragments.rows, 'table');
  const called = leaveOut(rows, {
    owned: [],
    values: {},
    ...(naming ? namedByColumn(identifier, recordName, naming) : {}),
  });
  const rest = {
    ...leaveOut({ rows: called }, { rows: {} }),
    list: listWords(list, usualOfTable(id, list.fragments.rows, columns, search)),
    statements: leaveOut(statements, {
      ...usualWrites(identifier, asked, owned),
      ...usualReads(list.fragments.rows, columns),
      ...usualRules,
    }),
  };
  const body = `
export type ${typeName(recordName, id)} = RowOf<typeof schema.${id}>;

export const ${id} = table({
  id: ${source.value(id)},
  identifier: ${source.value(identifier)},
  name: ${source.value(name)},
  one: ${source.value(recordName)},
  columns: schema.${id},
  namedBy: ${naming ? source.value(naming) : 'null'},
${owned ? '  owned: true,\n' : ''}  ${Object.entries(rest)
    .map(([key, value]) => `${key}: ${source.value(value)}`)
    .join(',\n')},
});`;
  return { path: tablePath(table), text: source.text(body) };
}

/** A record's type is called as one record is. */
const typeName = (recordName: string, id: string): string => {
  const name = kebabCase(recordName, '')
    .split('-')
    .map((word) => word.charAt(0).toUpperCase() + word.slice(1))
    .join('');
  return /^[A-Z]/.test(name) ? name : `${id.charAt(0).toUpperCase()}${id.slice(1)}Row`;
};

/** A column in the words of its kind: what all columns begin with is not said. */
function columnWords(source: Source, column: Column): string {
  const { kind, name, required, unique, default: first, ...settings } = column;
  const said = [
    ...(required ? ['required: true'] : []),
    ...(unique ? ['unique: true'] : []),
    ...(first.kind === 'none' ? [] : [`default: ${defaultWords(source, first)}`]),
    ...Object.entries(settings)
      .filter(([key, value]) => value !== undefined && key !== 'id' && key !== 'identifier')
      .map(([key, value]) => `${keyOf(key)}: ${source.value(value)}`),
  ];
  return `${source.use(kind, WORDS)}(${source.value(name)}${said.length > 0 ? `, {${said.join(', ')}}` : ''})`;
}

function defaultWords(source: Source, first: Column['default']): string {
  if (first.kind === 'today') return source.use('today', WORDS);
  return first.kind === 'value' ? `${source.use('startsWith', WORDS)}(${source.value(first.value)})` : '';
}

/** A screen, and beside it what it reads. */
function screenModules(screen: CompiledScreen, said: Said, references: readonly Reference[]): ProjectFile[] {
  const { id, name } = screen;
  const path = `database/reads/${id}`;
  const { value, statements } = hoisted(screenWords(screen, said), `@/${path}`);
  const source = new Source(screenPath(screen), references, id);
  const text = source.text(`export const ${id} = ${source.value(value)};`);
  const reads = statementsModule(path, `What the screen “${name}” reads`, statements);
  return [{ path: source.path, text }, ...(statements.size > 0 ? [reads] : [])];
}

/** A line that people read; nothing in it ends it. */
const comment = (text: string): string => `/** ${text.replaceAll('*/', '* /')}. */`;

function statementsModule(path: string, about: string, statements: ReadonlyMap<string, unknown>): ProjectFile {
  const source = new Source(path);
  const said = [...statements].map(([name, statement]) => `export const ${name} = ${source.value(statement)};`);
  return {
    path,
    text: source.text(`${comment(about)}\n\n${said.join('\n\n')}`),
  };
}

/** A routine, its steps by their sentences, and beside it what they run. */
function routineModules(routine: CompiledRoutine, references: readonly Reference[]): ProjectFile[] {
  const { id, name } = routine;
  const path = `database/routines/${id}`;
  const { value, statements } = hoisted(routineWords(routine), `@/${path}`);
  const source = new Source(routinePath(routine), references);
  const word = source.use('routine', WORDS);
  const text = source.text(`export const ${id} = ${word}(${source.value(value)});`);
  return [{ path: source.path, text }, statementsModule(path, `What the routine “${name}” runs`, statements)];
}

/** Who can sign in, where the app has people. */
function peopleModule({ people }: CompiledApp, references: readonly Reference[]): ProjectFile {
  const source = new Source('database/people', references);
  const app = source.use('type CompiledApp', WORDS);
  return { path: source.path, text: source.text(`export const people: ${app}['people'] = ${source.value(people)};`) };
}

/** A query: what it selects, for where one record of those is to be chosen. */
function queryModule(
  { id, name }: Query,
  list: CompiledList,
  said: Said,
  references: readonly Reference[],
): ProjectFile {
  const source = new Source(queryPath({ id }), references, id);
  const words = listWords(list, usualOf(said.table(list.tableId).list));
  const value = source.value(new Call('listing', [new TableNamed(list.tableId), words]));
  return { path: source.path, text: source.text(`${comment(name)}\nexport const ${id} = ${value};`) };
}

function mainModule({ id, name, theme, tables, screens, routines, startId, choices, frame }: CompiledApp): ProjectFile {
  const source = new Source('main');
  source.use('defineApp', WORDS);
  source.use('people', '@/database/people');
  const taken = new Set<string>();
  /** A table, the list of it and a routine may well be called the same. */
  const locally = (each: string, path: string, kind: string): string => {
    const local = taken.has(each) ? `${each}${kind}` : each;
    taken.add(local);
    source.use(local === each ? each : `${each} as ${local}`, `@/${path}`);
    return local;
  };
  const tableNames = tables.map((table) => locally(table.id, tablePath(table), 'Table'));
  const screenNames = screens.map((screen) => locally(screen.id, screenPath(screen), 'Screen'));
  const routineNames = routines.map((routine) => locally(routine.id, routinePath(routine), 'Routine'));
  const queries = Object.keys(choices).map((id) => {
    const local = locally(id, queryPath({ id }), 'Query');
    return local === id ? id : `${keyOf(id)}: ${local}`;
  });
  const start = screenNames[screens.findIndex((screen) => screen.id === startId)] ?? '';
  const body = `
export const app = defineApp({
  id: ${source.value(id)},
  name: ${source.value(name)},
  theme: ${source.value(theme)},
  tables: [${tableNames.join(', ')}],
  screens: [${screenNames.join(', ')}],
  routines: [${routineNames.join(', ')}],
  start: ${start},
  frame: ${source.value(frame)},
  people,
  choices: {${queries.join(', ')}},
});`;
  return { path: 'main', text: source.text(body) };
}
