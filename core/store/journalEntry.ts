import { z } from 'zod';

const common = {
  /** Counts up by one from entry to entry. */
  seq: z.int().positive(),
  /** What was done, in the words of the undo button. */
  label: z.string(),
  /** When, ISO 8601 in UTC. */
  at: z.string(),
  /** Set on an entry that undoes or redoes another. */
  undoes: z.int().optional(),
  redoes: z.int().optional(),
};

const Match = z.object({ textColumnId: z.string(), targetTableId: z.string(), by: z.string().nullable() });
const Patch = z.object({ op: z.enum(['add', 'remove', 'replace']), path: z.array(z.union([z.string(), z.number()])), value: z.unknown().optional() });
export type DocumentPatch = z.infer<typeof Patch>;

/**
 * One acknowledged change. `rows` carries a change set (base64). `plan` carries patches of the definition, forth and
 * back, and the statements that upgraded the database, so that a replay does exactly what was done. `starting` carries
 * patches of the starting rows, which stand beside the database.
 */
export const JournalEntry = z.discriminatedUnion('kind', [
  z.object({ ...common, kind: z.literal('rows'), changeSet: z.string() }),
  z.object({ ...common, kind: z.literal('plan'), patches: z.array(Patch), inverse: z.array(Patch), statements: z.array(z.string()), fills: z.record(z.string(), z.union([z.string(), z.number(), z.null(), Match])).optional() }),
  z.object({ ...common, kind: z.literal('starting'), patches: z.array(Patch), inverse: z.array(Patch) }),
]);
export type JournalEntry = z.infer<typeof JournalEntry>;
