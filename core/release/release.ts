import { z } from 'zod';
import { Definition, Id, ProjectOptions } from '@/core/model';

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
};

/** What is frozen of an app. */
export const Frozen = z.strictObject({ definition: Definition });
export type Frozen = z.infer<typeof Frozen>;

/** What is told of a release without looking into it. */
export const ReleaseHead = z.strictObject(head);
export type ReleaseHead = z.infer<typeof ReleaseHead>;

/** An app as it was frozen. */
export type Release = ReleaseHead & Frozen;

/** Operations of JSON Patch (RFC 6902), as far as differences are made of them. */
const Operation = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('add'), path: z.string(), value: z.unknown() }),
  z.strictObject({ op: z.literal('replace'), path: z.string(), value: z.unknown() }),
  z.strictObject({ op: z.literal('remove'), path: z.string() }),
  z.strictObject({ op: z.literal('move'), from: z.string(), path: z.string() }),
]);
export type Operation = z.infer<typeof Operation>;

/** A release as a file has it: what leads to it from the one after it, from the app of today where it is the newest. */
export const PackedRelease = z.strictObject({ ...head, back: z.array(Operation) });
export type PackedRelease = z.infer<typeof PackedRelease>;

/** Oldest first. */
export const PackedReleases = z.array(PackedRelease).max(MOST_RELEASES);
