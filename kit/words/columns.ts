import type { Column, ColumnKind, ColumnOf } from '@/core/model';

type Named = 'id' | 'identifier';
type Usual = 'required' | 'unique' | 'default' | 'onSame' | 'indexed' | 'perPerson';
type Settings<K extends ColumnKind> = Omit<ColumnOf<K>, Named | Usual | 'kind' | 'name'> &
  Partial<Pick<ColumnOf<K>, Usual>>;
/** A column as a table says it: what it is called in the database stands before it. */
export type Said<K extends ColumnKind = ColumnKind> = Omit<ColumnOf<K>, Named>;

/** What makes a column: its settings may be left out where none of them has to be given. */
type Word<K extends ColumnKind> =
  Record<never, never> extends Settings<K>
    ? <S extends Settings<K> = Record<never, never>>(name: string, settings?: S) => Said<K> & S
    : <S extends Settings<K>>(name: string, settings: S) => Said<K> & S;

const column = <K extends ColumnKind>(kind: K): Word<K> =>
  ((name: string, settings: object = {}) => ({
    required: false,
    unique: false,
    default: { kind: 'none' },
    ...settings,
    kind,
    name,
  })) as unknown as Word<K>;

export const text = column('text');
export const longText = column('longText');
export const wholeNumber = column('wholeNumber');
export const decimal = column('decimal');
/** Minor units of its currency (ISO 4217). */
export const money = column('money');
export const yesNo = column('yesNo');
/** ISO 8601, as are times and date-times; these in UTC. */
export const date = column('date');
export const time = column('time');
export const dateTime = column('dateTime');
/** In the SI base unit of its quantity; shown and typed in `unit`. */
export const measure = column('measure');
export const choice = column('choice');
export const rating = column('rating');
export const barcode = column('barcode');
export const picture = column('picture');
export const file = column('file');
/** When a record was made, and when it was last changed: the database fills these. */
export const created = column('created');
export const changed = column('changed');
/** The id of a record of the table `tableId`. */
export const link = column('link');

/** What a column starts with in a new record. */
export const today = { kind: 'today' } as const;
export const startsWith = <V extends string | number | boolean>(value: V) => ({ kind: 'value', value }) as const;

type Columns<C extends Record<string, Said>> = {
  [N in keyof C]: C[N] & { id: string; identifier: N & string } & Extract<Column, { kind: C[N]['kind'] }>;
};

/** The columns of a table, each by its name in the database. `table`: what the table is called here. */
export const columnsOf = <const C extends Record<string, Said>>(table: string, columns: C): Columns<C> =>
  Object.fromEntries(
    Object.entries(columns).map(([identifier, said]) => [
      identifier,
      { ...said, id: `${table}-${identifier}`, identifier },
    ]),
  ) as unknown as Columns<C>;

type Held<K> = K extends 'text' | 'longText' | 'date' | 'time' | 'dateTime' | 'barcode' | 'file' | 'created' | 'changed'
  ? string
  : K extends 'picture'
    ? Uint8Array
    : K extends 'yesNo'
      ? 0 | 1
      : number;

/** A row of a table as the database gives it, by the table's columns; what may be blank is null then. */
export type RowOf<C extends Record<string, { kind: ColumnKind; required: boolean }>> = { id: number } & {
  [N in keyof C]: C[N] extends { kind: 'choice'; choices: readonly (infer V)[] }
    ? V | null
    : Held<C[N]['kind']> | (C[N]['required'] extends true ? never : null);
};
