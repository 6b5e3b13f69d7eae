import type { Symbology } from '@/core/barcode';
import type { Definition, ListScreen, Query, Screen, ScreenKind, Table } from '@/core/model';
import { columnText, type Given, screensOf, withGiven } from '@/core/plan';
import { memo } from '@/core/memo';
import { type CompiledCollect, compileCollect } from './collect';
import { type CompiledForm, compileForm } from './form';
import { lazily } from './lazily';
import { type CompiledList, compileList } from './list';
import { type CompiledMenu, compileMenu } from './menu';
import { queryStatement } from './query';
import { type CompiledRecord, compileRecord } from './record';
import { type CompiledReport, compileReport } from './report';
import type { Statement } from './statement';
import { type CompiledScan, compileScan } from './scan';

type App = Pick<Definition, 'tables' | 'people' | 'queries' | 'screens' | 'routines'>;

/** What people can do in a list, with what holds where the design does not say. */
export type ListBehaviour = Required<Pick<ListScreen, 'tap' | 'hold' | 'swipe' | 'buttons' | 'select' | 'add'>> &
  Pick<ListScreen, 'empty' | 'recordScreenId' | 'formScreenId'> & {
    /** Routines that can be run on a row, and the one that has a button in each. */
    routines: { id: string; name: string }[];
    rowRoutine: { id: string; name: string } | null;
    /** The codes of its rows, for printing: each with `_name` and `_code`. */
    labels: { symbology: Symbology | 'QR'; statement: Statement } | null;
    /** What the working list of its rows is saved as, where it has one. */
    collect: CompiledCollect | null;
  };

interface Common {
  id: string;
  name: string;
}
export type CompiledScreen = Common &
  (
    | { kind: 'list'; tableId: string; list: CompiledList; behaviour: ListBehaviour }
    | { kind: 'record'; tableId: string; record: CompiledRecord; formScreenId?: string }
    | { kind: 'form'; tableId: string; form: CompiledForm }
    | { kind: 'menu'; menu: CompiledMenu }
    | { kind: 'report'; tableId: string; report: CompiledReport }
    | { kind: 'scan'; scan: CompiledScan }
    | { kind: 'settings' }
  );
export type CompiledScreenOf<K extends ScreenKind> = Extract<CompiledScreen, { kind: K }>;

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

function compileScreen(app: App, screen: Screen): CompiledScreen {
  const { id, name } = screen;
  const tableOf = (tableId: string): Table => app.tables.find((table) => table.id === tableId) as Table;
  const queryOf = (queryId: string | undefined) => app.queries?.find((query) => query.id === queryId);
  const given = (query: Query | undefined, source: { given?: Given }) => query && withGiven(query, source.given);
  switch (screen.kind) {
    case 'list': {
      const {
        tableId,
        tap = 'record',
        hold = 'actions',
        swipe = true,
        buttons = [],
        select = false,
        add = true,
        empty,
        recordScreenId,
        formScreenId,
        routineIds = [],
        rowRoutineId,
        collect,
      } = screen;
      const routines = (app.routines ?? [])
        .filter(({ id: routineId }) => routineIds.includes(routineId))
        .map((routine) => ({ id: routine.id, name: routine.name }));
      const query = given(queryOf(screen.queryId), screen);
      return lazily(
        {
          id,
          name,
          kind: 'list' as const,
          tableId,
          behaviour: {
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
            rowRoutine: routines.find((routine) => routine.id === rowRoutineId) ?? null,
            labels: labelsOf(app, tableOf(tableId), screen.labels, query),
            collect: collect ? compileCollect(app, collect) : null,
          },
        },
        'list',
        () => compileList(app, tableOf(tableId), { ...screen, ...(query ? { query } : {}) }),
      );
    }
    case 'record':
      return lazily(
        { id, name, kind: 'record' as const, tableId: screen.tableId, formScreenId: screen.formScreenId },
        'record',
        () => compileRecord(app, tableOf(screen.tableId), screen),
      );
    case 'form':
      return lazily({ id, name, kind: 'form' as const, tableId: screen.tableId }, 'form', () =>
        compileForm(app, tableOf(screen.tableId), screen),
      );
    case 'menu':
      return lazily({ id, name, kind: 'menu' as const }, 'menu', () => compileMenu(app, screen));
    case 'report':
      return lazily({ id, name, kind: 'report' as const, tableId: screen.tableId }, 'report', () =>
        compileReport(app, tableOf(screen.tableId), screen, given(queryOf(screen.queryId), screen)),
      );
    case 'scan':
      return lazily({ id, name, kind: 'scan' as const }, 'scan', () => compileScan(app, screen));
    case 'settings':
      return { id, name, kind: 'settings' };
  }
}
