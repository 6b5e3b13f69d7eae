import { incomingLinks } from './link';
import { freeName } from './madeScreens';
import { type ColumnSettings, type PlainKind, withKind } from '@/core/column';
import type { Definition, Table } from '@/core/model';

/** The words that a kind is typed as, behind the name of a column; its name in the studio is one of them. */
export const kindWords: Record<PlainKind, readonly string[]> = {
  text: ['text', 'string'],
  longText: ['long text', 'memo'],
  wholeNumber: ['whole number', 'integer', 'int', 'number', 'count'],
  decimal: ['decimal', 'real', 'float'],
  money: ['money', 'currency'],
  yesNo: ['yes/no', 'yes no', 'boolean', 'bool', 'switch'],
  date: ['date', 'day'],
  time: ['time'],
  dateTime: ['date and time', 'datetime', 'date time', 'timestamp', 'moment'],
  measure: ['measure'],
  choice: ['choice', 'one of'],
  rating: ['rating', 'stars'],
  barcode: ['barcode', 'ean', 'gtin'],
  picture: ['picture', 'photo', 'image'],
  file: ['file', 'attachment'],
  created: ['created'],
  changed: ['changed'],
};

const wordsOfKinds = Object.entries(kindWords).flatMap(([kind, words]) =>
  words.map((word) => ({ kind: kind as PlainKind, word })),
);

/** The longest of the words that a text ends with, so that “date and time” is not “time”. */
function kindAtEnd(text: string): { kind: PlainKind; before: string } | null {
  const lower = text.toLowerCase();
  const fitting = wordsOfKinds
    .filter(({ word }) => lower === word || lower.endsWith(` ${word}`))
    .sort((one, other) => other.word.length - one.word.length)[0];
  return fitting ? { kind: fitting.kind, before: text.slice(0, text.length - fitting.word.length).trim() } : null;
}

export interface TypedColumn {
  name: string;
  kind: PlainKind;
  choices: string[];
  required: boolean;
  /** The table that it links to, as it was typed; where there is no such table it is a text. */
  link?: string;
}

const capital = (text: string): string => text.charAt(0).toLocaleUpperCase() + text.slice(1);

/**
 * Columns as they are typed one behind the other: `name*, price money, size S/M/L, sown date`. A comma, a semicolon, a
 * tab or a new line parts them, so that the head of a spreadsheet can be pasted. The kind stands behind the name, choices
 * between strokes, a table behind an arrow; a star marks what is required; what says no kind is a text.
 */
export const readColumns = (text: string): TypedColumn[] =>
  text
    .split(/[,;\t\n\r]+/)
    .map((part) => part.replace(/\s+/g, ' ').replace(/^["'\s]+|["'\s]+$/g, ''))
    .filter((part) => part.replaceAll('*', '').trim() !== '')
    .map(readColumn);

function readColumn(part: string): TypedColumn {
  const required = part.includes('*');
  const plain = part.replaceAll('*', ' ').replace(/\s+/g, ' ').trim();
  const made = (name: string, kind: PlainKind, choices: string[] = []): TypedColumn => ({
    name: capital(name),
    kind,
    choices,
    required,
  });
  const linked = /^(.+?) ?(?:->|→) ?(.+)$/.exec(plain);
  if (linked?.[1] && linked[2]) return { ...made(linked[1].trim(), 'text'), link: linked[2].trim() };
  const kind = kindAtEnd(plain);
  // What is nothing but the word of a kind is called by it: “photo”.
  if (kind) return made(kind.before || plain, kind.kind);
  const listed = /^([^:]+?) ?: ?([^:]+\/[^:]+)$/.exec(plain) ?? /^(.+) ([^ /]+(?:\/[^ /]+)+)$/.exec(plain);
  const choices = (listed?.[2] ?? '').split('/').map((each) => each.trim());
  if (listed?.[1] && choices.length > 1 && choices.every((each) => each !== ''))
    return made(listed[1].trim(), 'choice', [...new Set(choices)]);
  return made(plain, 'text');
}

/** A table as it is typed at once: `Tools: name, price money, bought date`; without columns it has a name. */
export function readTable(text: string): { name: string; columns: TypedColumn[] } {
  const [head = '', ...rest] = text.split(':');
  const [first = { name: 'Name', kind: 'text', choices: [], required: true }, ...others] = readColumns(rest.join(':'));
  return {
    name: capital(head.replace(/\s+/g, ' ').trim()),
    // What names a record is asked for.
    columns: [{ ...first, required: first.required || first.kind === 'text' }, ...others],
  };
}

/** The settings of a typed column; `id` is its own. A choice of nothing yet has one to begin with. */
const settingsOfTyped = ({ name, kind, choices, required }: TypedColumn, id: string): ColumnSettings =>
  withKind({ id, name, required, unique: false }, kind, choices);

/** The table that is called so, by its own name or by that of one of its records. */
export const tableCalled = (tables: readonly Table[], name: string): Table | undefined => {
  const called = name.toLowerCase();
  return (
    tables.find((table) => table.name.toLowerCase() === called) ??
    tables.find((table) => table.recordName.toLowerCase() === called)
  );
};

/**
 * The settings of columns that were typed for a table called `name` in a plan: a link where its table is there, under a
 * name for its many side that is free.
 */
export function settingsOfAllTyped(
  columns: readonly TypedColumn[],
  { tables }: Pick<Definition, 'tables'>,
  name: string,
  newId: () => string,
): ColumnSettings[] {
  const taken = new Map<string, Set<string>>();
  return columns.map((column) => {
    const table = column.link === undefined ? undefined : tableCalled(tables, column.link);
    if (!table) return settingsOfTyped(column, newId());
    const names = taken.get(table.id) ?? namesAt(tables, table);
    const inverse = freeName(name, names);
    taken.set(table.id, names.add(inverse.toLowerCase()));
    return {
      id: newId(),
      name: column.name,
      kind: 'link',
      tableId: table.id,
      inverse,
      // What must belong to something stops that from going.
      onDelete: column.required ? 'stop' : 'unlink',
      required: column.required,
      unique: false,
      default: { kind: 'none' },
    };
  });
}

/** What a record of a table calls things by: its columns, and those that belong to it. */
const namesAt = (tables: readonly Table[], table: Table): Set<string> =>
  new Set(
    [
      ...table.columns.map((column) => column.name),
      ...incomingLinks({ tables: [...tables] }, table.id).map(({ column }) => column.inverse),
    ].map((each) => each.toLowerCase()),
  );
