import type { Frozen, Release } from './release';
import { stepSql, upgradeSteps } from '@/core/schema';

/** What brings a database from the version before to another; `release`: what has it, null for the plan of today. */
export interface VersionStep {
  version: number;
  release: string | null;
  statements: string[];
}

/**
 * The versions of the schema that databases of an app can have (`PRAGMA user_version`): that of today's plan, and what
 * leads to each from the one before. A plan that was changed since the last release is one more.
 */
export function schemaVersions(
  releases: readonly Release[],
  today: Frozen,
): { first: number; version: number; steps: VersionStep[] } {
  const first = releases[0]?.schema ?? 1;
  let version = first;
  const steps: VersionStep[] = [];
  const states = [...releases, { ...today, version: null, schema: 0 }];
  for (const [at, state] of states.entries()) {
    const before = states[at - 1];
    const statements = before ? upgradeSteps(before.definition, state.definition).flatMap(stepSql) : [];
    if (statements.length === 0) continue;
    version = Math.max(version + 1, state.schema);
    steps.push({ version, release: state.version, statements });
  }
  return { first, version, steps };
}
