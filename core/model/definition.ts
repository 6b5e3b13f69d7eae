import { z } from 'zod';
import { tones } from './constants';
import { AppIcon, corners, densities, schemes } from './look';
import { ExpressionText, Id, IsoDate, Name } from './primitives';
import { ProjectOptions } from './project';
import { Query } from './query';
import { Routine } from './routine';
import { Screens } from './screen';
import { symbologies } from '@/core/barcode';
import { quantityNames } from '@/core/unit';

/** The version of the app file's format. Raised when an older Fern Shelf could no longer read a file rightly. */
export const FORMAT_VERSION = 1;

export const columnKinds = [
  'text',
  'longText',
  'wholeNumber',
  'decimal',
  'money',
  'yesNo',
  'date',
  'time',
  'dateTime',
  'measure',
  'choice',
  'rating',
  'barcode',
  'picture',
  'file',
  'created',
  'changed',
  'link',
  'expression',
] as const;

/** What deleting a record does to those that belong to it: they go too, are unlinked, or stop the delete. */
export const deleteRules = ['cascade', 'unlink', 'stop'] as const;

export type DeleteRule = (typeof deleteRules)[number];

export type ColumnKind = (typeof columnKinds)[number];

export const accents = ['moss', 'wine', 'ochre', 'slate', 'clay', 'lagoon'] as const;

export type Accent = (typeof accents)[number];

/** snake_case; letters of any script. Two leading words are ours: `id` and what begins with `_` or `sqlite_`. */
export const IDENTIFIER = /^(?!sqlite_)\p{L}[\p{L}\p{N}_]*$/u;

const Identifier = z.string().max(90).regex(IDENTIFIER, 'expected a snake_case identifier');

const DefaultValue = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('none') }),
  z.strictObject({ kind: z.literal('today') }),
  z.strictObject({ kind: z.literal('value'), value: z.union([z.string(), z.number(), z.boolean()]) }),
]);

export type DefaultValue = z.infer<typeof DefaultValue>;

/**
 * What adding a value again does that must be different in every record: it is refused, the old record stays, is
 * updated, or makes way.
 */
export const samePolicies = ['refuse', 'keep', 'update', 'replace'] as const;

export type SamePolicy = (typeof samePolicies)[number];

const common = {
  id: Id,
  name: Name,
  identifier: Identifier,
  required: z.boolean(),
  unique: z.boolean(),
  /** For a unique column; where it is not said, the same value is refused. */
  onSame: z.enum(samePolicies).optional(),
  /** Whether it has an index beside those that unique columns, codes and links have anyway. */
  indexed: z.boolean().optional(),
  /** Whether each person has a value of their own here, which nobody else sees. */
  perPerson: z.boolean().optional(),
  default: DefaultValue,
};

/**
 * Rules that a form and an import hold values to. They are not in the schema: rows from before a rule stay as they are.
 */
const lengths = { minLength: z.int().min(0).optional(), maxLength: z.int().min(1).optional() };

/** A regular expression that the whole text must match, and what to say where it does not. */
export const MOST_PATTERN = 500;

export const MOST_MESSAGE = 200;

export const MOST_CHOICE = 80;

export const MOST_RATING = 10;

const Pattern = z.strictObject({
  expression: z.string().min(1).max(MOST_PATTERN),
  message: z.string().min(1).max(MOST_MESSAGE),
});

/** As stored: minor units for money, the SI base unit for measures. */
const limits = { min: z.number().optional(), max: z.number().optional() };

const dayLimits = { min: IsoDate.optional(), max: IsoDate.optional() };

export const Column = z.discriminatedUnion('kind', [
  z.strictObject({ ...common, kind: z.literal('text'), ...lengths, pattern: Pattern.optional() }),
  z.strictObject({ ...common, kind: z.literal('longText'), ...lengths }),
  z.strictObject({ ...common, kind: z.literal('wholeNumber'), ...limits }),
  z.strictObject({ ...common, kind: z.literal('decimal'), places: z.int().min(0).max(9), ...limits }),
  z.strictObject({
    ...common,
    kind: z.literal('money'),
    currency: z.string().regex(/^[A-Z]{3}$/, 'expected an ISO 4217 code'),
    ...limits,
  }),
  z.strictObject({ ...common, kind: z.literal('yesNo') }),
  z.strictObject({ ...common, kind: z.literal('date'), ...dayLimits }),
  z.strictObject({ ...common, kind: z.literal('time') }),
  z.strictObject({ ...common, kind: z.literal('dateTime') }),
  /** Stored in the SI base unit, shown and typed in `unit`. */
  z.strictObject({
    ...common,
    kind: z.literal('measure'),
    quantity: z.enum(quantityNames),
    unit: z.string(),
    places: z.int().min(0).max(6),
    ...limits,
  }),
  /** Filled by the database: when a record was made, and when it was last changed. */
  z.strictObject({ ...common, kind: z.literal('created') }),
  z.strictObject({ ...common, kind: z.literal('changed') }),
  z.strictObject({
    ...common,
    kind: z.literal('choice'),
    choices: z.array(z.string().min(1).max(MOST_CHOICE)).min(1),
    tones: z.record(z.string(), z.enum(tones)).optional(),
  }),
  /** One to `most`, where `half` in half steps too. */
  z.strictObject({ ...common, kind: z.literal('rating'), most: z.int().min(2).max(MOST_RATING), half: z.boolean() }),
  z.strictObject({ ...common, kind: z.literal('barcode'), symbology: z.enum(symbologies) }),
  /** BLOB, scaled down on the way in to at most 400 kB. */
  z.strictObject({ ...common, kind: z.literal('picture') }),
  /** Any attachment up to 2 MB: TEXT, a `data:` URL (RFC 2397) with its name and type. */
  z.strictObject({ ...common, kind: z.literal('file') }),
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
  z.strictObject({ ...common, kind: z.literal('expression'), text: ExpressionText }),
]);

export type Column = z.infer<typeof Column>;

/** A column that the table holds: all but those that are computed. */
export type StoredColumn = Exclude<Column, { kind: 'expression' }>;

export type AskedColumn = Exclude<StoredColumn, { kind: 'created' | 'changed' }>;

export type ColumnOf<K extends ColumnKind> = Extract<Column, { kind: K }>;

/** What names a record: one column, or an expression over the record's columns. */
const Naming = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('column'), columnId: Id }),
  z.strictObject({ kind: z.literal('expression'), text: ExpressionText }),
]);

export type Naming = z.infer<typeof Naming>;

/** How many keys of several columns a table has at most, and how many columns one of them. */
export const MOST_KEYS = 20;

export const MOST_IN_KEY = 8;

/** Columns that records are told apart by, or looked up by, together and in their order. */
export const TableKey = z.strictObject({
  id: Id,
  unique: z.boolean(),
  columnIds: z.array(Id).min(2).max(MOST_IN_KEY),
  /** For a unique one; where it is not said, the same values are refused. */
  onSame: z.enum(samePolicies).optional(),
});

export type TableKey = z.infer<typeof TableKey>;

export const Table = z.strictObject({
  id: Id,
  name: Name,
  /** What one row is called: "Garment" for the table "Garments". */
  recordName: Name,
  identifier: Identifier,
  columns: z.array(Column).min(1),
  naming: Naming,
  keys: z.array(TableKey).max(MOST_KEYS).optional(),
  /** What it stands under, with others of the same heading. */
  heading: Name.optional(),
  /** Made by Fern Shelf to hold a many-to-many link: it goes when either side goes. */
  linking: z.boolean().optional(),
  /** Whether each row is only for the person who made it. */
  owned: z.boolean().optional(),
});

export type Table = z.infer<typeof Table>;

/** The built app's own look. */
export const Theme = z.strictObject({
  accent: z.enum(accents),
  corner: z.enum(corners).optional(),
  density: z.enum(densities).optional(),
  scheme: z.enum(schemes).optional(),
  icon: AppIcon.optional(),
});

export type Theme = z.infer<typeof Theme>;

export const Definition = z.strictObject({
  id: Id,
  name: Name,
  theme: Theme,
  tables: z.array(Table),
  /** Named selections of rows. */
  queries: z.array(Query).optional(),
  routines: z.array(Routine).optional(),
  /** Where there are none, they are made from the plan (`screensOf`). */
  screens: Screens.optional(),
  /** The table of profiles that people sign in as, and whether a profile can have a PIN. */
  people: z.strictObject({ tableId: Id, pins: z.boolean() }).optional(),
  /** What is chosen of its finished project. */
  project: ProjectOptions.optional(),
});

export type People = NonNullable<z.infer<typeof Definition>['people']>;

/** What an app is. Ids never change, so that a rename is never a drop and an add. */
export type Definition = z.infer<typeof Definition>;

/** A value as design.md §6 lays down, or null for blank; a picture's bytes as their `data:` URL. */
export type Scalar = string | number | null;

/** The values of one record, by column id. */
export type RecordValues = Record<string, Scalar>;
