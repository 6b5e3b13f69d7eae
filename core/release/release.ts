import { z } from 'zod';
import { byHandFault } from './byHand';
import { Report } from './trial';
import { Definition, Fills, Id, ProjectOptions, Starting } from '@/core/model';

/** How many releases an app has at most, and how long the notes of one are. */
export const MOST_RELEASES = 200;
export const MOST_NOTES = 4000;

const head = {
  id: Id,
  version: ProjectOptions.shape.version,
  /** Rises with every change of the schema, and with nothing else; as `user_version` in a database. */
  schema: z.int().min(1),
  /** When it was made: ISO 8601 in UTC. */
  at: z.iso.datetime(),
  notes: z.string().max(MOST_NOTES),
  /** What the rehearsal of its upgrade came to, where there was one. */
  rehearsed: z.enum(['holds', 'loses', 'fails', 'partly']).optional(),
};

/** How long SQL is at most that somebody writes for an upgrade. */
export const MOST_BY_HAND = 20_000;
const MOST_ASIDE = 2000;

/** What is wrong with it is told by `byHandFault`. */
const ByHand = z
  .string()
  .max(MOST_BY_HAND)
  .refine((text) => byHandFault(text) === null, 'SQL that changes rows, the same on every phone');

/** How rows of the release before come to a plan: what is to be said beside the two plans. */
export const Upgrade = z.strictObject({
  fills: Fills,
  /** The columns and tables, by their ids as they were, whose values are kept apart where they would be lost. */
  aside: z.array(Id).max(MOST_ASIDE),
  /** SQL by hand: `first` on the database as it was, `last` on what it has become. */
  first: ByHand,
  last: ByHand,
});
export type Upgrade = z.infer<typeof Upgrade>;

/** Where nothing is to be said beside the plans. */
export const plainUpgrade: Upgrade = { fills: {}, aside: [], first: '', last: '' };

/** What is frozen of an app; `upgrade`: from the release before it. */
export const Frozen = z.strictObject({
  definition: Definition,
  starting: Starting.optional(),
  upgrade: Upgrade.optional(),
});
export type Frozen = z.infer<typeof Frozen>;

/** What is told of a release without looking into it. */
export const ReleaseHead = z.strictObject(head);
export type ReleaseHead = z.infer<typeof ReleaseHead>;

/** An app as it was frozen. */
export type Release = ReleaseHead & Frozen & { report?: Report | undefined };

/** Operations of JSON Patch (RFC 6902), as far as differences are made of them. */
const Operation = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('add'), path: z.string(), value: z.unknown() }),
  z.strictObject({ op: z.literal('replace'), path: z.string(), value: z.unknown() }),
  z.strictObject({ op: z.literal('remove'), path: z.string() }),
  z.strictObject({ op: z.literal('move'), from: z.string(), path: z.string() }),
]);
export type Operation = z.infer<typeof Operation>;

/** A release as a file has it: what leads to it from the one after it, from the app of today where it is the newest. */
export const PackedRelease = z.strictObject({ ...head, back: z.array(Operation), report: Report.optional() });
export type PackedRelease = z.infer<typeof PackedRelease>;

/** Oldest first. */
export const PackedReleases = z.array(PackedRelease).max(MOST_RELEASES);
export type PackedReleases = z.infer<typeof PackedReleases>;
