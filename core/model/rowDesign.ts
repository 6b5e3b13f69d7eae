import { z } from 'zod';
import { LEAST_ROW_HEIGHT, tones } from './constants';
import { ExpressionText, Id, Name } from './primitives';

export const Words = z.string().min(1).max(200);

/** How a value is shown where its kind alone does not say. */
export const Format = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('number'), places: z.int().min(0).max(9), grouped: z.boolean() }),
  z.strictObject({ kind: z.literal('money'), display: z.enum(['symbol', 'code', 'name', 'none']) }),
  z.strictObject({ kind: z.literal('date'), style: z.enum(['short', 'medium', 'long', 'relative']) }),
  /** Without a unit, in the one that the person's settings ask for. */
  z.strictObject({ kind: z.literal('measure'), unit: z.string().max(8).optional(), places: z.int().min(0).max(6) }),
  z.strictObject({ kind: z.literal('yesNo'), yes: Words, no: Words }),
  /** A sentence in which `{}` stands for the value. */
  z.strictObject({ kind: z.literal('template'), text: Words }),
]);

export type Format = z.infer<typeof Format>;

export const styleIcons = ['alert', 'clock', 'check', 'star', 'flag', 'lock', 'wrench', 'heart'] as const;

export type StyleIcon = (typeof styleIcons)[number];

/** How something looks in the rows where a condition holds. */
export const Style = z.strictObject({
  id: Id,
  when: ExpressionText,
  tone: z.enum(tones).optional(),
  strong: z.boolean().optional(),
  icon: z.enum(styleIcons).optional(),
  hide: z.boolean().optional(),
});

export type Style = z.infer<typeof Style>;

export const slotLooks = ['plain', 'strong', 'soft'] as const;

/** A place in a row, a record or a page that an expression fills. */
export const Slot = z.strictObject({
  id: Id,
  text: ExpressionText,
  /** What stands before or above it. */
  label: Name.optional(),
  format: Format.optional(),
  look: z.enum(slotLooks).optional(),
  /** After so many lines it is cut. */
  maxLines: z.int().min(1).max(12).optional(),
  /** Gives the tone: a choice its colour, anything else the name of one. */
  tone: ExpressionText.optional(),
  styles: z.array(Style).optional(),
});

export type Slot = z.infer<typeof Slot>;

export const rowShapes = ['rows', 'cards', 'pictures'] as const;

/** How one row of a list looks. Without a title it bears the record's name. */
export const RowDesign = z.strictObject({
  shape: z.enum(rowShapes),
  /** The most that stand beside one another where there is room. */
  across: z.int().min(1).max(4),
  minHeight: z.int().min(LEAST_ROW_HEIGHT).max(400).optional(),
  picture: Slot.optional(),
  title: Slot.optional(),
  lines: z.array(Slot).max(6),
  edge: z.array(Slot).max(3),
  badge: Slot.optional(),
  /** Of the whole row; the first that holds and says something about it counts. */
  styles: z.array(Style).optional(),
});

export type RowDesign = z.infer<typeof RowDesign>;

export const directions = ['ascending', 'descending'] as const;

export const SortBy = z.strictObject({ text: ExpressionText, direction: z.enum(directions) });

export type SortBy = z.infer<typeof SortBy>;

export const totalKinds = ['count', 'sum', 'avg', 'min', 'max'] as const;

/** One figure over many rows; all but a count take an expression. */
export const Total = z.strictObject({
  id: Id,
  label: Name,
  aggregate: z.enum(totalKinds),
  text: ExpressionText.optional(),
  format: Format.optional(),
});

export type Total = z.infer<typeof Total>;
