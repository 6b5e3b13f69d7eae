import { z } from 'zod';

const common = {
  /** Its place in the journal: counts up by one from entry to entry. */
  seq: z.int().positive(),
  /** What was done, in the words of the undo button. */
  label: z.string(),
  /** When, ISO 8601 in UTC. */
  at: z.string(),
  /** Set on an entry that undoes or redoes another. */
  undoes: z.int().optional(),
  redoes: z.int().optional(),
  /** Set on an entry that cannot be undone, nor anything before it. */
  final: z.literal(true).optional(),
};

/** One step of a JSON patch as immer makes it. */
const Patch = z.object({
  op: z.enum(['add', 'remove', 'replace']),
  path: z.array(z.union([z.string(), z.number()])),
  value: z.unknown().optional(),
});
export type DocumentPatch = z.infer<typeof Patch>;

/**
 * One acknowledged change. `rows` carries a change set (base64). `plan` carries patches of the document, forth and
 * back, and the statements that did and that undo the same to the database: a replay, an undo and a redo do exactly
 * what was done.
 */
export const JournalEntry = z.discriminatedUnion('kind', [
  z.object({ ...common, kind: z.literal('rows'), changeSet: z.string() }),
  z.object({
    ...common,
    kind: z.literal('plan'),
    patches: z.array(Patch),
    inverse: z.array(Patch),
    statements: z.array(z.string()),
    undoing: z.array(z.string()),
  }),
]);
export type JournalEntry = z.infer<typeof JournalEntry>;
export type PlanEntry = Extract<JournalEntry, { kind: 'plan' }>;
