import type { LockedPackages } from './project';

/** What of an entry of npm's lock file says what it stands on. Source: docs.npmjs.com, package-lock.json, version 3 */
interface Locked {
  version?: string;
  dependencies?: Readonly<Record<string, string>>;
  optionalDependencies?: Readonly<Record<string, string>>;
  peerDependencies?: Readonly<Record<string, string>>;
  peerDependenciesMeta?: Readonly<Record<string, { optional?: boolean }>>;
}

type Packages = Readonly<Record<string, Locked>>;

/** Where `name` is found by what stands at `from`: beside it, or beside one of those around it. */
function placeOf(packages: Packages, from: string, name: string): string | null {
  const place = `${from === '' ? '' : `${from}/`}node_modules/${name}`;
  if (packages[place]) return place;
  return from === '' ? null : placeOf(packages, from.slice(0, Math.max(0, from.lastIndexOf('/node_modules/'))), name);
}

/** The packages that one stands on; those that it can do without, too, where `optional` says so. */
function needsOf(packages: Packages, place: string, optional: boolean): string[] {
  const { dependencies, optionalDependencies, peerDependencies, peerDependenciesMeta } = packages[place] ?? {};
  const peers = Object.keys(peerDependencies ?? {}).filter((name) => !peerDependenciesMeta?.[name]?.optional);
  const names = [...Object.keys(dependencies ?? {}), ...peers];
  const all = optional ? [...names, ...Object.keys(optionalDependencies ?? {})] : names;
  return all.flatMap((name) => placeOf(packages, place, name) ?? []);
}

function reached(packages: Packages, names: Iterable<string>, optional: boolean): Set<string> {
  const found = new Set<string>();
  const queue = [...names].flatMap((name) => placeOf(packages, '', name) ?? []);
  for (let place = queue.pop(); place !== undefined; place = queue.pop()) {
    if (found.has(place)) continue;
    found.add(place);
    queue.push(...needsOf(packages, place, optional));
  }
  return found;
}

/**
 * Of the packages that are locked here those that a project needs, at the very same versions: by their places, in the
 * words of npm's lock file. `forUse` and `forWork` are names.
 */
export function lockedFor(packages: Packages, forUse: string[], forWork: string[]): LockedPackages {
  const everything = [...forUse, ...forWork];
  const used = reached(packages, forUse, false);
  const usedOrOptional = reached(packages, forUse, true);
  const needed = reached(packages, everything, false);
  const flagsOf = (place: string) => {
    if (used.has(place)) return {};
    if (usedOrOptional.has(place)) return needed.has(place) ? { devOptional: true } : { optional: true };
    return needed.has(place) ? { dev: true } : { dev: true, optional: true };
  };
  const places = [...reached(packages, everything, true)].sort();
  return Object.fromEntries(
    places.map((place) => [place, { ...withoutFlags(packages[place] as Locked & Flags), ...flagsOf(place) }]),
  );
}

interface Flags {
  dev?: boolean;
  optional?: boolean;
  devOptional?: boolean;
  peer?: boolean;
}

/** What an entry is here is not what it is there. */
function withoutFlags(entry: Locked & Flags): Locked {
  const flags: readonly string[] = ['dev', 'optional', 'devOptional', 'peer'] satisfies (keyof Flags)[];
  return Object.fromEntries(Object.entries(entry).filter(([key]) => !flags.includes(key)));
}
