import { z } from 'zod';
import { symbologies } from '@/core/barcode';

/** The version of the app file's format. Raised when an older Fern Shelf could no longer read a file rightly. */
export const FORMAT_VERSION = 1;

export const columnKinds = ['text', 'longText', 'wholeNumber', 'decimal', 'money', 'yesNo', 'date', 'choice', 'barcode', 'link', 'expression'] as const;
/** What deleting a record does to those that belong to it: they go too, are unlinked, or stop the delete. */
export const deleteRules = ['cascade', 'unlink', 'stop'] as const;
export type DeleteRule = (typeof deleteRules)[number];
export type ColumnKind = (typeof columnKinds)[number];

export const accents = ['moss', 'wine', 'ochre', 'slate', 'clay', 'lagoon'] as const;
export type Accent = (typeof accents)[number];

const Id = z.string().regex(/^[A-Za-z0-9_-]{1,40}$/, 'expected an id of letters, digits, - and _');
const Name = z
  .string()
  .min(1)
  .max(80)
  .refine((name) => name.trim() === name, 'must not begin or end with a space');
/** snake_case; letters of any script. Two leading words are ours: `id` and what begins with `_` or `sqlite_`. */
export const IDENTIFIER = /^(?!sqlite_)\p{L}[\p{L}\p{N}_]*$/u;
const Identifier = z.string().max(90).regex(IDENTIFIER, 'expected a snake_case identifier');

const DefaultValue = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('none') }),
  z.strictObject({ kind: z.literal('today') }),
  z.strictObject({ kind: z.literal('value'), value: z.union([z.string(), z.number(), z.boolean()]) }),
]);
export type DefaultValue = z.infer<typeof DefaultValue>;

const common = {
  id: Id,
  name: Name,
  identifier: Identifier,
  required: z.boolean(),
  unique: z.boolean(),
  default: DefaultValue,
};

const Column = z.discriminatedUnion('kind', [
  z.strictObject({ ...common, kind: z.literal('text') }),
  z.strictObject({ ...common, kind: z.literal('longText') }),
  z.strictObject({ ...common, kind: z.literal('wholeNumber') }),
  z.strictObject({ ...common, kind: z.literal('decimal'), places: z.int().min(0).max(9) }),
  z.strictObject({ ...common, kind: z.literal('money'), currency: z.string().regex(/^[A-Z]{3}$/, 'expected an ISO 4217 code') }),
  z.strictObject({ ...common, kind: z.literal('yesNo') }),
  z.strictObject({ ...common, kind: z.literal('date') }),
  z.strictObject({ ...common, kind: z.literal('choice'), choices: z.array(z.string().min(1).max(80)).min(1) }),
  z.strictObject({ ...common, kind: z.literal('barcode'), symbology: z.enum(symbologies) }),
  z.strictObject({
    ...common,
    kind: z.literal('link'),
    /** The table of the record that this one belongs to. */
    tableId: Id,
    onDelete: z.enum(deleteRules),
    /** What the linked record calls those that belong to it: "Fittings". */
    inverse: Name,
    inverseIdentifier: Identifier,
    /** For a link of a table to itself: no record may come to belong to itself through others. */
    acyclic: z.boolean().optional(),
  }),
  /** Computed from the record and what it is linked to; stored nowhere. */
  z.strictObject({ ...common, kind: z.literal('expression'), text: z.string().min(1).max(2000) }),
]);
export type Column = z.infer<typeof Column>;
/** A column that the table holds: all but those that are computed. */
export type StoredColumn = Exclude<Column, { kind: 'expression' }>;
export type ColumnOf<K extends ColumnKind> = Extract<Column, { kind: K }>;

/** What names a record: one column, or an expression over the record's columns. */
const Naming = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('column'), columnId: Id }),
  z.strictObject({ kind: z.literal('expression'), text: z.string().min(1).max(2000) }),
]);
export type Naming = z.infer<typeof Naming>;

export const Table = z.strictObject({
  id: Id,
  name: Name,
  /** What one row is called: "Garment" for the table "Garments". */
  recordName: Name,
  identifier: Identifier,
  columns: z.array(Column).min(1),
  naming: Naming,
  /** Made by Fern Shelf to hold a many-to-many link: it goes when either side goes. */
  linking: z.boolean().optional(),
});
export type Table = z.infer<typeof Table>;

export const Definition = z.strictObject({
  id: Id,
  name: Name,
  theme: z.strictObject({ accent: z.enum(accents) }),
  tables: z.array(Table),
});
/** What an app is. Ids never change, so that a rename is never a drop and an add. */
export type Definition = z.infer<typeof Definition>;

/** A stored value: TEXT, INTEGER or REAL as design.md §6 lays down, or null for blank. */
export type Scalar = string | number | null;
/** The values of one record, by column id. */
export type RecordValues = Record<string, Scalar>;
