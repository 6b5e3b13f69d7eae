import type { Frozen, Release } from './release';
import { stepsBetween } from './upgrade';
import type { Definition } from '@/core/model';
import { type Step, stepSql } from '@/core/schema';

/** What brings a database from the version before to another; `release`: what has it, null for the plan of today. */
export interface VersionStep {
  version: number;
  release: string | null;
  /** The plan that it begins from, and the release that has it: its place among all. */
  before: Definition;
  from: number;
  after: Pick<Frozen, 'definition' | 'upgrade'>;
  steps: Step[];
  statements: string[];
}

/**
 * The versions of the schema that databases of an app can have (`PRAGMA user_version`): that of today's plan, and what
 * leads to each from the one before. A plan that was changed since the last release is one more.
 */
export function schemaVersions(
  releases: readonly Pick<Release, 'version' | 'schema' | 'definition' | 'upgrade'>[],
  today: Pick<Frozen, 'definition' | 'upgrade'>,
): { first: number; version: number; steps: VersionStep[] } {
  const first = releases[0]?.schema ?? 1;
  let version = first;
  const found: VersionStep[] = [];
  const states = [...releases, { ...today, version: null, schema: 0 }];
  for (const [at, state] of states.entries()) {
    const before = states[at - 1]?.definition;
    if (!before) continue;
    const next = Math.max(version + 1, state.schema);
    const steps = stepsBetween(before, state, next);
    if (steps.length === 0) continue;
    version = next;
    const { definition, upgrade } = state;
    const after = { definition, ...(upgrade ? { upgrade } : {}) };
    const statements = steps.flatMap(stepSql);
    found.push({ version, release: state.version, before, from: at - 1, after, steps, statements });
  }
  return { first, version, steps: found };
}

/** A small database of an older version, as scripts: as it was, and as its upgrade to another makes it. */
export interface SmallDatabase {
  from: number;
  to: number;
  before: string;
  after: string;
}
