import { z } from 'zod';
import { definitionFaults, rowsFaults, startingFaults } from '@/core/check';
import { fault, type Fault, faultReason, limitOf, pathText, under } from '@/core/fault';
import { mendDefinition } from '@/core/edit';
import { Definition, FORMAT_VERSION, RowSets, Starting } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import { ProblemError } from '@/core/problem';
import { frozenOf, PackedReleases, type Release, unpackReleases, Upgrade } from '@/core/release';

/** An app as one JSON file. Its schema is published as docs/app-file.schema.json. */
export const AppFile = z.strictObject({
  format: z.literal('fern-shelf-app'),
  version: z.literal(FORMAT_VERSION),
  definition: Definition,
  starting: Starting.optional(),
  rows: RowSets.optional(),
  /** How rows of the last release come to the plan. */
  upgrade: Upgrade.optional(),
  /** Its releases, oldest first. */
  releases: PackedReleases.optional(),
});
export type AppFile = z.infer<typeof AppFile>;

/** Reads an app file. Throws a Problem of code `file-broken` with the place of the first fault, or `file-newer`. */
export function parseAppFile(text: string): AppFile {
  const parsed = AppFile.safeParse(jsonOf(text));
  if (!parsed.success) throw brokenBy(parsed.error.issues.map(outside));
  return sound(parsed.data);
}

/**
 * Reads an app file in spite of what breaks a limit or rule of this version: that is cut, reset or left out, and told
 * in `mends`. Throws as `parseAppFile` does where it cannot be read so.
 */
export function mendAppFile(text: string): { file: AppFile; mends: string[] } {
  const loose = z
    .object({
      definition: z.unknown(),
      starting: z.unknown(),
      rows: z.unknown(),
      releases: z.unknown().optional(),
      upgrade: z.unknown().optional(),
    })
    .safeParse(jsonOf(text));
  const mended = loose.success ? mendDefinition(loose.data.definition) : null;
  if (!mended) return { file: parseAppFile(text), mends: [] };
  const { definition, mends } = mended;
  const plain: AppFile = { format: 'fern-shelf-app', version: FORMAT_VERSION, definition };
  const starting = Starting.safeParse(loose.data?.starting);
  const withStarting =
    starting.success && startingFaults(definition, starting.data).length === 0
      ? { ...plain, starting: starting.data }
      : plain;
  const releases = PackedReleases.optional().safeParse(loose.data?.releases);
  const upgrade = Upgrade.optional().safeParse(loose.data?.upgrade).data;
  // They are told from the plan that was written down: where that is mended, they lead elsewhere.
  const areKept =
    releases.success &&
    mends.length === 0 &&
    unpackReleases(frozenOf({ ...withStarting, upgrade }), releases.data ?? []).faults.length === 0;
  const lost = [
    ...(loose.data?.starting !== undefined && withStarting === plain
      ? ['The starting rows could not be read; they were left out']
      : []),
    ...(loose.data?.releases !== undefined && !areKept ? ['The releases could not be read; they were left out'] : []),
  ];
  const whole =
    areKept && releases.data
      ? { ...withStarting, releases: releases.data, ...(upgrade ? { upgrade } : {}) }
      : withStarting;
  const rows = loose.data?.rows === undefined ? undefined : RowSets.safeParse(loose.data.rows);
  if (rows && !rows.success) return { file: parseAppFile(text), mends: [] };
  return { file: sound(rows ? { ...whole, rows: rows.data } : whole), mends: [...mends, ...lost] };
}

const Head = z.object({ format: z.literal('fern-shelf-app'), version: z.number() });

/** Whether a text says that it is an app file, of whichever version and however broken otherwise. */
export function isAppFile(text: string): boolean {
  try {
    return Head.safeParse(JSON.parse(text)).success;
  } catch {
    return false;
  }
}

function jsonOf(text: string): unknown {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    throw broken(jsonPlace(text, error), 'this is not JSON');
  }
  const head = Head.safeParse(json);
  if (!head.success) throw broken('the start', 'this is not an app file of Fern Shelf');
  if (head.data.version > FORMAT_VERSION)
    throw new ProblemError({ code: 'file-newer', found: head.data.version, supported: FORMAT_VERSION });
  return json;
}

/** The file, where what no schema can say is right, too. Throws a Problem with the place. */
function sound(file: AppFile): AppFile {
  const { definition, starting, rows, releases = [] } = file;
  const plan = definitionFaults(definition);
  const faults = [
    ...under(['definition'], plan),
    ...(starting ? under(['starting'], startingFaults(definition, starting)) : []),
    ...(plan.length === 0 ? under(['releases'], unpackReleases(frozenOf(file), releases).faults) : []),
    // Rows are held against tables that stand.
    ...(rows && plan.length === 0 ? under(['rows'], rowsFaults(physicalPlan(definition).tables, rows)) : []),
  ];
  if (faults.length > 0) throw brokenBy(faults);
  return file;
}

/** The releases of a file that was parsed. */
export const releasesIn = (file: AppFile): Release[] => unpackReleases(frozenOf(file), file.releases ?? []).releases;

/** Where the app of a file comes from. */
export const pastOf = (file: AppFile) => ({ releases: releasesIn(file), upgrade: file.upgrade });

export function printAppFile(file: AppFile): string {
  return `${JSON.stringify(file, null, 1)}\n`;
}

/** The published JSON Schema of the app file, draft 2020-12. */
export function appFileSchema(): unknown {
  return z.toJSONSchema(AppFile, { io: 'input' });
}

/** What the schema does not take. The place tells the setting. */
const outside = (issue: z.core.$ZodIssue): Fault => fault('limit', { setting: '', limit: limitOf(issue) }, issue.path);

function brokenBy(faults: readonly Fault[]): ProblemError {
  const [first, ...others] = faults.map((each) => ({ place: pathText('file', each.place), reason: faultReason(each) }));
  return new ProblemError({
    code: 'file-broken',
    place: first?.place ?? 'file',
    reason: first?.reason ?? '',
    ...(others.length > 0 ? { others: others.length } : {}),
  });
}

function broken(place: string, reason: string): ProblemError {
  return new ProblemError({ code: 'file-broken', place, reason });
}

/** "line 12, character 3", from the position in the engine's message, or the end of the text. */
function jsonPlace(text: string, error: unknown): string {
  const message = error instanceof Error ? error.message : '';
  const position = Number(/position (\d+)/.exec(message)?.[1] ?? text.length);
  const before = text.slice(0, position).split('\n');
  return `line ${before.length}, character ${(before.at(-1)?.length ?? 0) + 1}`;
}
