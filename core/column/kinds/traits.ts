import type { CellFormat, CellReading } from '../cellFormat';
import type { ClauseOp, ClauseValue } from '../comparison';
import type { FormatSettings } from '@/core/format';
import type { Column, Scalar } from '@/core/model';
import type { Typed, ValueType } from '@/core/sql';

/**
 * A value of another column in SQL, on its way into this one: as it is stored, as text, as a number, and as yes (1) or
 * no (0); null where it is never that.
 */
export interface Source {
  column: Column;
  family: Family;
  sql: string;
  text: string;
  number: string | null;
  yesNo: string | null;
}

/** What kinds have in common when a value changes its kind. */
export type Family = 'text' | 'number' | 'yesNo' | 'date' | 'time' | 'moment' | 'bytes' | 'link' | 'computed';

/** What a column is given by an expression. */
export type Given = Pick<Typed, 'sql' | 'type' | 'literal'> & { textSql: string };

export type Read = { value: Scalar } | { reason: string };

/** Who gives a column its values: people, the database, or an expression. */
export type Filler = 'people' | 'database' | 'expression';

/** All there is to say of one kind of column, but for how it is drawn. */
export interface KindTraits<C extends Column> {
  filledBy: Filler;
  family: Family;
  /** Whether it always has a value: then it is neither required nor unique. */
  neverBlank: boolean;
  /** A heavy attachment: shown apart, told by its size, never sorted, compared or told apart by. */
  isAttachment: boolean;
  /** Whether it is a number: set in tabular figures at the right, totalled, drawn in charts. */
  isFigure: boolean;
  /** What its limits are of: how long a text is, or what the value is. */
  limits: 'length' | 'value' | null;
  /** How lists are narrowed by it: to one value, to a range, or not at all. */
  filters: 'one' | 'range' | null;
  sorts: boolean;
  /** Whether it is searched by what it says. */
  isSearched: boolean;
  compares: ClauseValue;
  /** How it can be compared, the most usual first. */
  ops: readonly ClauseOp[];
  /** How its values can be shown otherwise. */
  formats: readonly ('number' | 'money' | 'date' | 'measure' | 'yesNo' | 'template')[];

  /** What it gives inside an expression. */
  type(column: C): ValueType;
  /** Its storage class in a STRICT table. */
  storage: 'TEXT' | 'INTEGER' | 'REAL' | 'BLOB';
  /** What its stored values keep, beside their class; `name` is quoted. */
  check(name: string): string | null;
  /** What the settings of the kind are at first, beside those that all columns have. */
  begin(choices: readonly string[]): Omit<C, keyof Common>;
  /** Kind and settings that decide which values it holds, as one text. */
  shape(column: C): string;

  /** Why a value that is not blank is none of this kind, in words, or null. */
  fault(column: C, value: string | number): string | null;
  /** A value as a person reads it in a message: a limit, say. */
  shown(column: C, value: string | number): string;
  /** A text or number of the kind as it is stored. */
  toStored(column: C, value: string | number): Scalar;

  /** A stored value in SQL as text, as a number, as yes or no. */
  asText(column: C, sql: string): string;
  asNumber(column: C, sql: string): string | null;
  asYesNo(sql: string): string | null;
  /** A value of another column as one of this, in SQL; NULL where it can hold none. */
  convert(column: C, from: Source): string;
  /** The value of an expression as one of this, in SQL; null where it is none. */
  assign(column: C, given: Given, wanted: ValueType): string | null;

  /** A value as people read it, as a form shows it for editing, and read again from what was typed. */
  format(column: C, value: string | number, settings: FormatSettings): string;
  inputText(column: C, value: string | number, settings: FormatSettings): string;
  read(column: C, text: string, settings: FormatSettings): Read;
  /** A value in a file of rows, and how what stands there is to be typed. */
  cellText(column: C, value: string | number): string;
  readCell(text: string, format: CellFormat): CellReading;
  json(column: C, value: string | number): string | number | boolean;
  /** What a catalogue says of it, as a value. */
  fromFact(column: C, fact: string | number | boolean): Scalar;
}

type Common = {
  id: unknown;
  name: unknown;
  identifier: unknown;
  required: unknown;
  unique: unknown;
  onSame: unknown;
  indexed: unknown;
  perPerson: unknown;
  default: unknown;
  kind: unknown;
};

/** How an expression can be assigned where it is of the wanted type, as it is. */
export const asItIs = (_: Column, { sql, type }: Given, wanted: ValueType): string | null =>
  isOf(type, wanted.kind) ? sql : null;

export const isOf = (type: ValueType, kind: ValueType['kind']): boolean => type.kind === kind || type.kind === 'any';

export type Aligned = Typed;

const ordered: readonly ClauseOp[] = ['is', 'isNot', 'less', 'most', 'more', 'least', 'filled', 'blank'];

export const opsOfNumbers = ordered;

export const opsOfDates: readonly ClauseOp[] = ['is', 'less', 'most', 'more', 'least', 'filled', 'blank'];

export const opsOfTexts: readonly ClauseOp[] = ['is', 'isNot', 'contains', 'begins', 'filled', 'blank'];

export const opsOfFew: readonly ClauseOp[] = ['is', 'isNot', 'filled', 'blank'];

export const opsOfBlanks: readonly ClauseOp[] = ['filled', 'blank'];

/** What most kinds have in common; each says what is otherwise. */
export const common = {
  filledBy: 'people',
  neverBlank: false,
  isAttachment: false,
  isFigure: false,
  limits: null,
  filters: null,
  sorts: true,
  isSearched: false,
  formats: ['template'],
  check: () => null,
  begin: () => ({}),
  shape: ({ kind }: Column) => kind,
  shown: (_: Column, value: string | number) => String(value),
  toStored: (_: Column, value: string | number): Scalar => (typeof value === 'string' ? value.trim() || null : value),
  asText: (_: Column, sql: string) => sql,
  asNumber: () => null,
  asYesNo: () => null,
  assign: asItIs,
  format: (_: Column, value: string | number) => String(value),
  inputText: (_: Column, value: string | number) => String(value),
  read: (_: Column, text: string): Read => ({ value: text }),
  cellText: (_: Column, value: string | number) => String(value),
  readCell: (text: string): CellReading => ({ typed: text }),
  json: (_: Column, value: string | number) => value,
  fromFact: () => null,
} as const;
