import { z } from 'zod';
import { unseal } from './seal';

/** The version of the layout below. Raised when a former build could no longer read it rightly. */
export const STORE_FORMAT = 2;

/**
 * One opening that may write: its number, eight digits, and its token. In the order of texts a newer one is greater.
 */
export type Epoch = string;
export const epochOf = (number: number, token: string): Epoch => `${String(number).padStart(8, '0')}.${token}`;
export const numberOf = (epoch: Epoch): number => Number(/^(\d{8})\./.exec(epoch)?.[1] ?? 0);

/** Newer than any epoch there is. */
export const NEWEST: Epoch = '~';

export const FORMAT_KEY = 'format';
/** Who registered last. */
export const EPOCH_KEY = 'epoch';
export const OWNER = 'owner/';
export const SNAPSHOT = 'snapshot/';
export const PIECE = 'piece/';
export const JOURNAL = 'journal/';
export const ASIDE = 'aside/';

export const ownerKey = (epoch: Epoch): string => OWNER + epoch;
export const journalKey = (seq: number, epoch: Epoch): string => `${JOURNAL}${String(seq).padStart(12, '0')}/${epoch}`;
export const seqOf = (journal: string): number => Number(journal.split('/')[1]) || 0;

/** The epoch that wrote a key, or null where the key is of no epoch. What format 1 wrote is older than all. */
export function writerOf(key: string): Epoch | null {
  const parts = key.split('/');
  if (key.startsWith(OWNER) || key.startsWith(SNAPSHOT) || key.startsWith(PIECE)) return parts[1] ?? '';
  if (key.startsWith(JOURNAL)) return parts[2] ?? '';
  return FORMER_KEYS.test(key) ? '' : null;
}

/** Keys that only format 1 had. */
export const FORMER_KEYS = /^(owners$|manifest\/|extra\/)/;

/**
 * What an owner decided at its opening: from which place on it writes, who holds each place before, which snapshots
 * count.
 */
export const Decision = z.object({
  from: z.int().positive(),
  held: z.array(z.object({ epoch: z.string(), from: z.int().positive() })),
  snapshots: z.array(z.string()),
});
export type Decision = z.infer<typeof Decision>;
export const Registration = z.object({ decision: Decision.optional() });

/** A decision with the epoch whose it is. */
export interface Deciding extends Decision {
  epoch: Epoch;
}

/** The epoch that holds a place of the journal, or null for one before all that counts. */
export function holderOf({ epoch, from, held }: Deciding, seq: number): Epoch | null {
  return seq >= from ? epoch : (held.findLast((each) => each.from <= seq)?.epoch ?? null);
}

/** A snapshot: what is stored of each of its parts, and the last place of the journal that is in it. */
export const Manifest = z.object({
  seq: z.int().nonnegative(),
  parts: z.record(
    z.string(),
    z.object({
      byteLength: z.int().nonnegative(),
      pieces: z.array(z.object({ key: z.string(), checksum: z.string() })),
    }),
  ),
});
export type Manifest = z.infer<typeof Manifest>;

/** A sealed JSON value, or null where it is missing, damaged or of another form. */
export function readSealed<T>(schema: z.ZodType<T>, sealed: string | null | undefined): T | null {
  const text = unseal(sealed);
  if (text === null) return null;
  try {
    const parsed = schema.safeParse(JSON.parse(text));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}

/** The version that a `format` value tells; 0 where there is none. */
export function formatOf(sealed: string | null | undefined): number {
  return readSealed(z.int(), sealed) ?? 0;
}
