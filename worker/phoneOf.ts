import { z } from 'zod';

/** Of a phone that is kept: whose it is, the release that it has (null: a plan that was none), and what it is called. */
export const PhoneOf = z.object({
  appId: z.string(),
  releaseId: z.string().nullable(),
  name: z.string(),
  /** Whether it came out of a file, and is to stay as it was there. */
  isPulled: z.boolean().optional(),
});
export type PhoneOf = z.infer<typeof PhoneOf>;

/** What a phone of a release is made of. */
export type PhoneSource = 'starting' | 'bench' | 'difficult' | { file: Uint8Array };
