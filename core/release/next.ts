import type { Difference } from './compared';
import { differencesBetween } from './difference';
import { type Frozen, MOST_NOTES, type Release, ReleaseHead } from './release';
import { stepsBetween } from './upgrade';
import type { Definition } from '@/core/model';
import { projectOptions } from '@/core/ship';

/** Whether a database of one plan has to be changed for another. */
export const changesSchema = (before: Definition, after: Pick<Frozen, 'definition' | 'upgrade'>): boolean =>
  stepsBetween(before, after, 0).length > 0;

/** What the next release is, before anybody says more of it. */
export interface NextRelease {
  version: string;
  schema: number;
  notes: string;
  differences: Difference[];
}

/**
 * What freezing the plan of today makes after the last release, where there is one: its schema's number rises where a database has to be changed, and its version
 * in the middle for that, at the end for all else.
 */
export function nextRelease(
  last: Pick<Release, 'version' | 'schema' | 'definition'> | null,
  today: Pick<Frozen, 'definition' | 'upgrade'>,
): NextRelease {
  if (!last)
    return {
      version: projectOptions(today.definition).version,
      schema: 1,
      notes: 'The first release.',
      differences: [],
    };
  const differences = differencesBetween(last.definition, today.definition);
  const changed = changesSchema(last.definition, today);
  return {
    version: nextVersion(last.version, changed),
    schema: last.schema + (changed ? 1 : 0),
    notes: notesOf(differences),
    differences,
  };
}

function nextVersion(version: string, isMiddle: boolean): string {
  const [major = 1, minor = 0, patch = 0] = version.split('.').map(Number);
  return isMiddle ? `${major}.${minor + 1}.0` : `${major}.${minor}.${patch + 1}`;
}

const numbersOf = (version: string): number[] => version.split('.').map(Number);

/** Why a version cannot be that of the next release, or null. */
export function versionFault(
  releases: readonly Pick<Release, 'version'>[],
  version: string,
): 'taken' | 'lower' | 'unreadable' | null {
  if (!ReleaseHead.shape.version.safeParse(version).success) return 'unreadable';
  if (releases.some((each) => each.version === version)) return 'taken';
  const [last, now] = [numbersOf(releases.at(-1)?.version ?? '0.0.0'), numbersOf(version)];
  const first = now.findIndex((number, at) => number !== last[at]);
  return (now[first] ?? 0) < (last[first] ?? 0) ? 'lower' : null;
}

/** A line for each difference; as many as notes have room for. */
export function notesOf(differences: readonly Difference[]): string {
  const lines = differences.map(({ words }) => `${words}.`);
  let length = 0;
  const fitting = lines.filter((line) => (length += line.length + 1) <= MOST_NOTES - 40);
  const others = lines.length - fitting.length;
  return [...fitting, ...(others > 0 ? [`And ${others} more.`] : [])].join('\n');
}
