import { compileCalendar } from './calendar';
import { compileCollect } from './collect';
import { compileForm } from './form';
import { compileList } from './list';
import { compileMenu } from './menu';
import { queryStatement } from './query';
import { compileRecord } from './record';
import { compileReport } from './report';
import { compileScan } from './scan';
import { type Common, type CompiledScreen, type CompiledScreenOf, lazily, type ListBehaviour } from '@/core/compiled';
import { memo } from '@/core/memo';
import type { Definition, ListScreen, Query, Screen, ScreenKind, ScreenOf, Table } from '@/core/model';
import { columnText, type Given, screensOf, withGiven } from '@/core/plan';

type App = Pick<Definition, 'tables' | 'people' | 'queries' | 'screens' | 'routines'>;

/**
 * Every screen ready to run; one that an edit did not touch stays the very same object, so that nothing of it is drawn
 * anew.
 */
export const compileScreens = (app: App): CompiledScreen[] =>
  screensOf(app).list.map((screen) => compiledScreen(screen, app));

/**
 * What a screen is made of: only a menu looks at other screens (at the lists that it counts), and only menus and lists
 * name routines.
 */
export const compiledScreen = memo((screen: Screen, app: App): CompiledScreen => compileScreen(app, screen), {
  by: ({ kind }, { tables, people, queries, screens, routines }) => [
    tables,
    people,
    queries,
    kind === 'menu' ? screens : null,
    kind === 'menu' || kind === 'list' ? routines : null,
  ],
});

/** More labels than these are no sheet. */
const MOST_LABELS = 1000;

function labelsOf(
  app: App,
  table: Table,
  labels: ListScreen['labels'],
  query: Query | undefined,
): ListBehaviour['labels'] {
  const column = table.columns.find(({ id }) => id === labels?.columnId);
  if (!labels || column?.kind !== 'barcode') return null;
  const source = query ?? { id: '', name: '', tableId: table.id };
  return {
    symbology: labels.as === 'QR' ? 'QR' : column.symbology,
    statement: queryStatement(
      app,
      table,
      { ...source, limit: Math.min(MOST_LABELS, source.limit ?? MOST_LABELS) },
      { _code: columnText(column) },
    ),
  };
}

const tableOf = (app: App, tableId: string): Table => app.tables.find((table) => table.id === tableId) as Table;

/** The query that a screen takes its rows from, with what the screen gives it. */
function queryOf(app: App, source: { queryId?: string | undefined; given?: Given | undefined }): Query | undefined {
  const query = app.queries?.find(({ id }) => id === source.queryId);
  return query && withGiven(query, source.given);
}

type Compiler<K extends ScreenKind> = (app: App, screen: ScreenOf<K>, common: Common) => CompiledScreenOf<K>;

const compileScreen = (app: App, screen: Screen): CompiledScreen =>
  (compilers[screen.kind] as Compiler<ScreenKind>)(app, screen, { id: screen.id, name: screen.name });

/** What each kind of screen is compiled by; what is dear is compiled when it is asked for. */
const compilers: { [K in ScreenKind]: Compiler<K> } = {
  list: (app, screen, common) => {
    const query = queryOf(app, screen);
    const table = tableOf(app, screen.tableId);
    const behaviour = behaviourOf(app, screen, table, query);
    return lazily({ ...common, kind: 'list' as const, tableId: table.id, behaviour }, 'list', () =>
      compileList(app, table, { ...screen, ...(query ? { query } : {}) }),
    );
  },
  record: (app, screen, common) => {
    const { tableId, formScreenId } = screen;
    return lazily({ ...common, kind: 'record' as const, tableId, formScreenId }, 'record', () =>
      compileRecord(app, tableOf(app, tableId), screen),
    );
  },
  form: (app, screen, common) =>
    lazily({ ...common, kind: 'form' as const, tableId: screen.tableId }, 'form', () =>
      compileForm(app, tableOf(app, screen.tableId), screen),
    ),
  menu: (app, screen, common) => lazily({ ...common, kind: 'menu' as const }, 'menu', () => compileMenu(app, screen)),
  report: (app, screen, common) =>
    lazily({ ...common, kind: 'report' as const, tableId: screen.tableId }, 'report', () =>
      compileReport(app, tableOf(app, screen.tableId), screen, queryOf(app, screen)),
    ),
  calendar: (app, screen, common) =>
    lazily({ ...common, kind: 'calendar' as const, tableId: screen.tableId }, 'calendar', () =>
      compileCalendar(app, tableOf(app, screen.tableId), screen, queryOf(app, screen)),
    ),
  scan: (app, screen, common) => lazily({ ...common, kind: 'scan' as const }, 'scan', () => compileScan(app, screen)),
  settings: (_, __, common) => ({ ...common, kind: 'settings' }),
};

/** What people can do in a list, with what holds where the design does not say. */
function behaviourOf(app: App, screen: ListScreen, table: Table, query: Query | undefined): ListBehaviour {
  const { tap = 'record', hold = 'actions', swipe = true, buttons = [], select = false, add = true } = screen;
  const { empty, recordScreenId, formScreenId, routineIds = [], rowRoutineId, collect } = screen;
  const routines = (app.routines ?? [])
    .filter(({ id }) => routineIds.includes(id))
    .map(({ id, name }) => ({ id, name }));
  return {
    tap,
    hold,
    swipe,
    buttons,
    select,
    add,
    ...(empty ? { empty } : {}),
    recordScreenId,
    formScreenId,
    routines,
    rowRoutine: routines.find(({ id }) => id === rowRoutineId) ?? null,
    labels: labelsOf(app, table, screen.labels, query),
    collect: collect ? compileCollect(app, collect) : null,
  };
}
