import type { Screen, ScreenKind } from '@/core/model';
export const kindWords: Record<ScreenKind, string> = {
  list: 'List',
  record: 'Record',
  form: 'Form',
  menu: 'Menu',
  report: 'Report',
  scan: 'Scan',
  settings: 'Settings',
};

/** What kinds of screen there are to add, and what each is for. */
export const addable: readonly { kind: ScreenKind; what: string }[] = [
  { kind: 'list', what: 'The rows of a table or a query, each as its row design shows it' },
  { kind: 'record', what: 'All of one record, what belongs to it, and a page to print' },
  { kind: 'form', what: 'Adds and edits records' },
  { kind: 'menu', what: 'Ways to other screens, fixed or made of rows' },
  { kind: 'report', what: 'Rows put together, evaluated and drawn' },
  { kind: 'scan', what: 'Finds records by their codes: a hand scanner, a photo, or typed' },
  { kind: 'settings', what: 'Units, formats, text size and colours, as the person likes' },
];

/** A screen's kind and what it shows. */
export const screenFacts = (screen: Screen, tableName: (id: string) => string): string =>
  'tableId' in screen ? `${kindWords[screen.kind]} of ${tableName(screen.tableId)}` : kindWords[screen.kind];
