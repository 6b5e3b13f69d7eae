import { type EngineEnvironment, openEngine } from './hostEnvironment';
import { makeDifficult, upgraded } from './rehearsal';
import type { Engine } from '@/core/engine';
import { frozenOf, type Release, schemaVersions, type SmallDatabase } from '@/core/release';
import { type AppFile, pastOf } from '@/core/transfer';

/**
 * A small database of each older version for the tests of a project: as it was, and as it is to come out. A version whose upgrade its rows stand in the way of has none with rows.
 */
export function releaseDatabases(environment: EngineEnvironment, file: AppFile): SmallDatabase[] {
  const { releases, upgrade } = pastOf(file);
  if (releases.length === 0) return [];
  const { definition } = file;
  const today = frozenOf({ definition, upgrade });
  const versions = [...new Set(releases.map(({ schema }) => schema))];
  return versions.flatMap((version): SmallDatabase[] => {
    const at = releases.findLastIndex(({ schema }) => schema === version);
    const release = releases[at] as Release;
    const way = schemaVersions(releases.slice(at), today).steps;
    const engine = openEngine(environment, null);
    try {
      if (way.length === 0 || !lay(engine, release)) return [];
      const before = engine.dump();
      const plans = way.flatMap((part) => [part.after.definition, part.before]);
      way.forEach((part) => upgraded(engine, part.steps, plans).commit());
      return [{ from: version, to: way.at(-1)?.version ?? version, before, after: engine.dump() }];
    } catch {
      // The rehearsal has told why, and the project is tested with the tables alone.
      return [];
    } finally {
      engine.close();
    }
  });
}

/** Rows that are hard on an upgrade; whether there are any. */
function lay(engine: Engine, release: Release): boolean {
  try {
    makeDifficult(engine, release.definition);
    return true;
  } catch {
    return false;
  }
}
