import { applyPatches, type Patch, produceWithPatches } from 'immer';
import { z } from 'zod';
import { limitOf, limitWords } from '@/core/fault';
import { Definition, Routine, Starting } from '@/core/model';
import { type KeptReleases, releasesOfStored, StoredReleases, storedReleases, Upgrade } from '@/core/release';
import { memo } from '@/core/memo';
import { ProblemError } from '@/core/problem';

/** All that stands beside the rows of an app: one value, changed in one step. */
export const AppDocument = z.object({
  definition: Definition,
  starting: Starting.nullable(),
  releases: StoredReleases.nullable(),
  /** How rows of the last release come to the plan. */
  upgrade: Upgrade.nullable(),
});
export type AppDocument = z.infer<typeof AppDocument>;

/** An app that was never released. */
export const plainDocument = (definition: Definition, starting: Starting | null = null): AppDocument => ({
  ...{ definition, starting, releases: null, upgrade: null },
});

/** A change of the document, forth and back. */
export interface DocumentChange {
  document: AppDocument;
  patches: Patch[];
  inverse: Patch[];
}

export const printDocument = (document: AppDocument): Uint8Array => new TextEncoder().encode(JSON.stringify(document));

/** A document as it was stored, before anything is known of it. Throws where it is no JSON. */
export const parseDocument = (bytes: Uint8Array): unknown => JSON.parse(new TextDecoder().decode(bytes));

/** A document with patches made; it may be one that was just read and is not known to be right. */
export const patchDocument = <T>(document: T, patches: readonly Patch[]): T =>
  applyPatches(document as object, patches as Patch[]) as T;

/**
 * A document that an entry of the history was made on again, its routines as they are called today: that entry may be
 * from a time when a step was called otherwise.
 */
export function withRoutinesRead(before: AppDocument, { definition, ...rest }: AppDocument): AppDocument {
  const { routines } = definition;
  if (!routines || routines === before.definition.routines) return { definition, ...rest };
  return { ...rest, definition: { ...definition, routines: routines.map((routine) => Routine.parse(routine)) } };
}

/** The document with another definition; `change` has what an edit made of it. */
export function withDefinition(
  document: AppDocument,
  { definition, patches, inverse }: { definition: Definition; patches: readonly Patch[]; inverse: readonly Patch[] },
): DocumentChange {
  const inside = (patch: Patch): Patch => ({ ...patch, path: ['definition', ...patch.path] });
  return { document: { ...document, definition }, patches: patches.map(inside), inverse: inverse.map(inside) };
}

/** The releases that stand in a document. */
export const releasesIn = memo(
  ({ releases, starting }: AppDocument): KeptReleases | null => releases && releasesOfStored(releases, starting),
);

/** The document with other starting rows: of a table only the rows that differ are in the patches. */
export function withStarting(document: AppDocument, after: Starting | null): DocumentChange {
  const before = document.starting;
  const [next, patches, inverse] = produceWithPatches(document, (draft) => {
    // Those of the newest release stay what they were.
    if (before && draft.releases?.newest.starting === 'today' && after !== before)
      draft.releases.newest.starting = before;
    const same =
      before &&
      after &&
      JSON.stringify([before.tables, before.people]) === JSON.stringify([after.tables, after.people]);
    if (!same || !draft.starting) return void (draft.starting = after);
    if (JSON.stringify(before.fills) !== JSON.stringify(after.fills)) draft.starting.fills = after.fills;
    for (const id of Object.keys(before.rows)) if (!after.rows[id]) delete draft.starting.rows[id];
    for (const [id, set] of Object.entries(after.rows)) {
      const old = before.rows[id];
      const target = draft.starting.rows[id];
      if (!old || !target || JSON.stringify(old.columns) !== JSON.stringify(set.columns)) draft.starting.rows[id] = set;
      else {
        set.rows.forEach(
          (row, index) => JSON.stringify(row) !== JSON.stringify(old.rows[index]) && (target.rows[index] = row),
        );
        target.rows.length = set.rows.length;
      }
    }
  });
  return { document: next, patches, inverse };
}

/** The document with other releases; what is alike in both stays out of the patches. */
export function withReleases(document: AppDocument, kept: KeptReleases | null): DocumentChange {
  const releases = kept && storedReleases(kept, document.starting);
  const [next, patches, inverse] = produceWithPatches(document, (draft) => {
    const before = document.releases;
    if (!before || !releases) return void (draft.releases = releases);
    if (!draft.releases) return;
    if (before.newest !== releases.newest) draft.releases.newest = releases.newest;
    const { list } = draft.releases;
    releases.list.forEach((each, at) => before.list[at] !== each && (list[at] = each));
    list.length = releases.list.length;
  });
  return { document: next, patches, inverse };
}

/** The document with something else said of how rows of the last release come to its plan. */
export function withUpgrade(document: AppDocument, upgrade: Upgrade | null): DocumentChange {
  const [next, patches, inverse] = produceWithPatches(document, (draft) => void (draft.upgrade = upgrade));
  return { document: next, patches, inverse };
}

/** What is stored is read again: throws a Problem of code `invalid-value` where its schema would not take it. */
export function assertReads(schema: z.ZodType, value: unknown, place: (path: PropertyKey[]) => string): void {
  const [issue] = schema.safeParse(value).error?.issues ?? [];
  if (issue)
    throw new ProblemError({ code: 'invalid-value', place: place(issue.path), reason: limitWords(limitOf(issue)) });
}

/** One change after another, as one. */
export function followedBy(first: DocumentChange, next: (document: AppDocument) => DocumentChange): DocumentChange {
  const second = next(first.document);
  return {
    document: second.document,
    patches: [...first.patches, ...second.patches],
    inverse: [...second.inverse, ...first.inverse],
  };
}
