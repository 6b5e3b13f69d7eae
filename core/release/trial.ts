import { z } from 'zod';
import { type Account, counts, type Count, losses, totalOf } from './account';
import { Id, type Scalar, ScalarValue } from '@/core/model';

const whole = z.int().min(0);

/**
 * What an upgrade is tried on: the rows of the bench phone, brought back to the release, rows that are hard on it, those
 * that it is installed with, or a phone that is kept at it.
 */
export const Subject = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('rows-of-now') }),
  z.strictObject({ kind: z.literal('difficult-rows') }),
  z.strictObject({ kind: z.literal('starting-rows') }),
  z.strictObject({ kind: z.literal('phone'), id: Id, name: z.string() }),
]);
export type Subject = z.infer<typeof Subject>;

const Sample = z.strictObject({ rowId: z.number(), before: ScalarValue, after: ScalarValue });

const ColumnAccount = z.strictObject({
  table: z.string(),
  column: z.string(),
  kept: whole,
  converted: whole,
  moved: whole,
  filled: whole,
  aside: whole,
  lost: whole,
  reason: z.enum(losses).nullable(),
  samples: z.array(Sample),
});

/** What came of an upgrade that was tried on a copy. */
export const Trial = z.strictObject({
  /** The release that it begins from, and its version. */
  releaseId: Id,
  from: z.string(),
  subject: Subject,
  rows: whole,
  /** What the rows stand in the way of, and what they break, in words. */
  warnings: z.array(z.strictObject({ blocks: z.boolean(), words: z.string() })),
  /** Why it could not be tried or made, in words; the old database was there whole. */
  fault: z.string().nullable(),
  /** How many values came to what, and the columns whose values are not what they were. */
  totals: z.strictObject({ kept: whole, converted: whole, moved: whole, filled: whole, aside: whole, lost: whole }),
  told: z.array(ColumnAccount),
  /** What `integrity_check` and `foreign_key_check` say of the database after it; nothing where it is sound. */
  unsound: z.array(z.string()),
  /** Statements of the newer app that fail on it, in words. */
  failing: z.array(z.string()),
  /** How many statements of the newer app were run. */
  ran: whole,
  /** After how many of its statements it was cut off, and how often the old database was then there to the byte. */
  cuts: z.strictObject({ statements: whole, tried: whole, whole }),
  milliseconds: z.number(),
});
export type Trial = z.infer<typeof Trial>;

/** So many are kept with a release. */
export const MOST_TRIALS = 400;

/** What was tried of a release before it was made. */
export const Report = z.strictObject({ at: z.iso.datetime(), trials: z.array(Trial).max(MOST_TRIALS) });
export type Report = z.infer<typeof Report>;

/** So many columns are told of, and so much of a text. */
const MOST_TOLD = 60;
const LONGEST = 120;

const shortened = (value: Scalar): Scalar =>
  typeof value === 'string' && value.length > LONGEST ? `${value.slice(0, LONGEST)}…` : value;

/** An account as a report keeps it: those columns first that lose most. */
export function toldOf(account: Account): Pick<Trial, 'totals' | 'told'> {
  const told = account
    .filter(({ lost, converted, moved, aside }) => lost + converted + moved + aside > 0)
    .sort((one, other) => other.lost - one.lost)
    .slice(0, MOST_TOLD)
    .map((column) => ({
      ...column,
      samples: column.samples.map(({ rowId, before, after }) => ({
        ...{ rowId, before: shortened(before), after: shortened(after) },
      })),
    }));
  const totals = Object.fromEntries(counts.map((count) => [count, totalOf(account, count)])) as Record<Count, number>;
  return { totals, told };
}
