import isSame from 'fast-deep-equal';
import {
  type CodePlace,
  type CompiledScreen,
  type CompiledScreenOf,
  type CompiledTable,
  usualBehaviour,
  usualOf,
} from '@/core/compiled';
import type { Column, ScreenKind } from '@/core/model';
import { rowWords, totalWords } from './fieldWords';
import { leaveOut, without } from './leaveOut';
import { listWords } from './listWords';
import { checkWords, entryWords, formPartWords, pageWords, recordPartWords } from './partWords';
import { Call, TableNamed } from './parts';

/** The tables that screens are said by, and their columns. */
export interface Said {
  table: (id: string) => CompiledTable;
  column: (id: string) => Column | undefined;
}

type Words<K extends ScreenKind> = (screen: CompiledScreenOf<K>, said: Said) => object;

/** What each kind of screen shows, in the kit's words. */
const words: { [K in ScreenKind]: Words<K> } = {
  list: ({ list, behaviour, tableId }, { table }) => ({
    ...listWords(list, usualOf(table(tableId).list)),
    ...leaveOut(behaviour, usualBehaviour),
  }),
  record: ({ record, formScreenId, tableId }, { table }) => {
    const rowsOf = (id: string) => table(id).list.fragments.rows;
    const rows = rowsOf(tableId);
    return {
      formScreenId,
      parts: record.parts.map((part, at) => recordPartWords(part, at, rows)),
      ...(record.page ? { page: pageWords(record.page, rows, rowsOf) } : {}),
    };
  },
  form: ({ form, tableId }, { table, column }) => {
    const { rows } = table(tableId).list.fragments;
    return {
      parts: form.parts.map((part, at) => formPartWords(part, at, rows)),
      ...(form.checks.length > 0 ? { checks: form.checks.map((check) => checkWords(check, column)) } : {}),
      ...leaveOut({ after: form.after }, { after: 'back' as const }),
    };
  },
  menu: ({ menu: { entries, note } }) => ({ entries: entries.map(entryWords), ...(note === null ? {} : { note }) }),
  report: ({ report, tableId }, { table }) => {
    const { value, list } = report;
    const said = listWords(list, usualOf(table(tableId).list));
    const rest = without(report, 'tableId', 'value', 'list');
    return { ...rest, value: totalWords(value), ...(Object.keys(said).length > 0 ? { list: said } : {}) };
  },
  calendar: ({ calendar, tableId }, { table }) => {
    const { day, until, view, add, recordScreenId, formScreenId, row, fragments } = calendar;
    const { rows } = fragments;
    const shown = rowWords(row, rows);
    return {
      day,
      ...(until ? { until } : {}),
      ...leaveOut({ view, add }, { view: 'month' as const, add: true }),
      recordScreenId,
      formScreenId,
      ...(isSame(shown, rowWords(table(tableId).list.row, rows)) ? {} : { row: shown }),
      ...leaveOut({ conditions: fragments.conditions }, { conditions: [] }),
    };
  },
  scan: ({ scan: { places, ...rest } }, said) => ({
    places: places.map((place) => placeWords(place, said)),
    ...leaveOut(rest, { continuous: false, repeats: 'count', catalogue: false, collect: null }),
  }),
  settings: () => ({}),
};

function placeWords(place: CodePlace, { table, column }: Said): unknown {
  const isOwn = table(place.tableId).codes.some((each) => isSame(each, place));
  return isOwn ? new Call('codesOf', [new TableNamed(place.tableId), column(place.columnId)]) : place;
}

/** A screen in the kit's words: `listScreen(garments, { … })`. */
export function screenWords(screen: CompiledScreen, said: Said): Call {
  const { id, name, kind } = screen;
  const shown = { id, name, ...(words[kind] as Words<ScreenKind>)(screen, said) };
  return new Call(`${kind}Screen`, 'tableId' in screen ? [new TableNamed(screen.tableId), shown] : [shown]);
}
