import { z } from 'zod';
import { Id } from './primitives';
import { Words } from './rowDesign';
import { common, collecting } from './screenParts';

/** A table's column of codes. */
const CodeColumn = z.strictObject({ tableId: Id, columnId: Id });

/** What is done with the one record that a scanned code is of. */
const OnFound = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('open') }),
  z.strictObject({ kind: z.literal('routine'), routineId: Id }),
  z.strictObject({ kind: z.literal('collect'), ...collecting }),
]);

export type OnFound = z.infer<typeof OnFound>;

export const repeatings = ['count', 'ignore'] as const;

export const ScanScreen = z.strictObject({
  ...common,
  kind: z.literal('scan'),
  /** Where a code is looked for. */
  codes: z.array(CodeColumn).min(1).max(6),
  found: OnFound,
  /** Whether the screen stays for the next scan, with a list of those before. */
  continuous: z.boolean().optional(),
  repeats: z.enum(repeatings).optional(),
  /** Whether what is in no table can be looked up in the catalogue. */
  catalogue: z.boolean().optional(),
  note: Words.optional(),
});

export type ScanScreen = z.infer<typeof ScanScreen>;
