import {
  calendarReads,
  type CheckSaid,
  type CodePlace,
  type CompiledCalendar,
  type CompiledReport,
  type CompiledScan,
  type CompiledScreen,
  type CompiledScreenOf,
  type EntrySaid,
  formOf,
  type FormPartSaid,
  lazily,
  type ListBehaviour,
  listOf,
  type ListSaid,
  menuOf,
  type PageSaid,
  recordOf,
  type RecordPartSaid,
  rowOf,
  type RowSaid,
  type TableParts,
  type TotalSaid,
  usualBehaviour,
  usualOf,
} from '@/core/compiled';
import type { AskedColumn, Column, FormScreen, ScreenKind } from '@/core/model';
import type { Fragment } from '@/core/sql';

type Called = Pick<CompiledScreen, 'id' | 'name'>;
type With<K extends ScreenKind> = CompiledScreenOf<K>;

/** All that a list shows, and what people can do in it. */
type ListScreenSaid = Called & ListSaid & Partial<ListBehaviour>;

/** The records of a table, or some of them. */
export function listScreen(table: TableParts, said: ListScreenSaid): With<'list'> {
  const { id, name, row, searches, sorts, filters, section, totals, fragments, ...behaviour } = said;
  const list = { row, searches, sorts, filters, section, totals, fragments } as ListSaid;
  const common = { id, name, kind: 'list' as const, tableId: table.id, behaviour: { ...usualBehaviour, ...behaviour } };
  return lazily(common, 'list', () => listOf(list, usualOf(table.list)));
}

interface RecordScreenSaid extends Called, Pick<With<'record'>, 'formScreenId'> {
  parts: RecordPartSaid[];
  page?: PageSaid;
}

/** One record of a table: its facts, and what belongs to it. */
export function recordScreen(table: TableParts, { parts, page, ...rest }: RecordScreenSaid): With<'record'> {
  const common = { ...rest, kind: 'record' as const, tableId: table.id };
  return lazily(common, 'record', () => recordOf(table, parts, page));
}

interface FormScreenSaid extends Called {
  parts: FormPartSaid[];
  checks?: CheckSaid[];
  after?: NonNullable<FormScreen['after']>;
}

/** What a record of a table is filled in by. */
export function formScreen(table: TableParts, said: FormScreenSaid): With<'form'> {
  const { parts, checks = [], after = 'back', ...rest } = said;
  const common = { ...rest, kind: 'form' as const, tableId: table.id };
  return lazily(common, 'form', () => formOf(table, parts, checks, after));
}

interface MenuScreenSaid extends Called {
  entries: EntrySaid[];
  note?: string;
}

/** Ways to other screens. */
export const menuScreen = ({ entries, note, ...rest }: MenuScreenSaid): With<'menu'> => ({
  ...rest,
  kind: 'menu',
  menu: menuOf(entries, note ?? null),
});

interface ReportScreenSaid extends Called, Pick<CompiledReport, 'chart' | 'order' | 'step' | 'statement'> {
  group: Column;
  value: TotalSaid;
  list?: ListSaid;
}

/** Figures over the rows of a table, put together by one of their values. */
export function reportScreen(table: TableParts, said: ReportScreenSaid): With<'report'> {
  const { id, name, value, list = {}, ...rest } = said;
  const report = { ...rest, tableId: table.id, value: { ...value, id: 'value1', key: 'value' } };
  return lazily({ id, name, kind: 'report' as const, tableId: table.id }, 'report', () => ({
    ...report,
    list: listOf(list, usualOf(table.list)),
  }));
}

interface CalendarScreenSaid
  extends Called, Partial<Pick<CompiledCalendar, 'view' | 'add' | 'recordScreenId' | 'formScreenId'>> {
  /** The dates that a row stands at and reaches to. */
  day: AskedColumn;
  until?: AskedColumn;
  row?: RowSaid;
  conditions?: Fragment[];
}

/** The rows of a table by their days. */
export function calendarScreen(table: TableParts, said: CalendarScreenSaid): With<'calendar'> {
  const { id, name, day, until = null, view = 'month', add = true, row, conditions = [], ...ways } = said;
  const { rows } = table.list.fragments;
  return lazily({ id, name, kind: 'calendar' as const, tableId: table.id }, 'calendar', () => {
    const shown = row ? rowOf(row, rows) : table.list.row;
    const fragments = { rows, conditions };
    const reads = calendarReads(fragments, day, until, shown);
    return { tableId: table.id, day, until, view, add, ...ways, row: shown, fragments, ...reads };
  });
}

type ScanScreenSaid = Called & Pick<CompiledScan, 'places' | 'found'> & Partial<CompiledScan>;

/** What reads codes. */
export const scanScreen = ({ id, name, ...scan }: ScanScreenSaid): With<'scan'> => ({
  id,
  name,
  kind: 'scan',
  scan: { continuous: false, repeats: 'count', catalogue: false, collect: null, ...scan },
});

/** A column of codes, as a place to look for one in. */
export function codesOf({ codes }: { codes: readonly CodePlace[] }, column: Column): CodePlace {
  const place = codes.find(({ columnId }) => columnId === column.id);
  if (!place) throw new Error(`No codes are looked for in “${column.name}”.`);
  return place;
}

/** What each person chooses for themselves. */
export const settingsScreen = (called: Called): With<'settings'> => ({ ...called, kind: 'settings' });
