import type { ProjectFile } from './modules';
import { Source, sqlTemplate } from './source';
import type { Definition } from '@/core/model';
import { type Release, schemaVersions, type SmallDatabase, type Upgrade, type VersionStep } from '@/core/release';
import { schemaSql } from '@/core/schema';

const MIGRATION = 'type Migration';
const DEVICE = '@/kit/device';

/** Where an app comes from: its releases, and how rows of the last one come to the plan of today. */
export interface Past {
  releases: readonly Release[];
  upgrade?: Upgrade | undefined;
}

const pathOfVersion = (version: number): string => `tests/releases/version${version}.sql`;

/** What the tests of a project upgrade and compare, by their paths. */
export const databaseFiles = (databases: readonly SmallDatabase[]): [path: string, text: string][] =>
  databases.flatMap(({ from, to, before, after }): [string, string][] => [
    [pathOfVersion(from), before],
    [`tests/releases/version${from}to${to}.sql`, after],
  ]);

/**
 * What later releases change about the database, a module each; and the schemas of the older versions, which the
 * project's tests upgrade. Nothing where the app has no release.
 */
export function migrationFiles(definition: Definition, { releases, upgrade }: Past): ProjectFile[] {
  if (releases.length === 0) return [];
  const { first, steps } = schemaVersions(releases, { definition, ...(upgrade ? { upgrade } : {}) });
  const versions = [first, ...steps.map(({ version }) => version)].slice(0, -1);
  return [
    listFile(steps),
    ...steps.map(stepFile),
    ...versions.flatMap((version) => {
      const release = releases.findLast(({ schema }) => schema === version);
      return release ? [{ path: pathOfVersion(version), text: schemaSql(release.definition) }] : [];
    }),
  ];
}

function listFile(steps: readonly VersionStep[]): ProjectFile {
  const source = new Source('database/migrations');
  const type = source.use(MIGRATION, DEVICE);
  const names = steps.map(({ version }) => source.use(`version${version}`, `./migrations/version${version}`));
  const body = `/**
 * What later releases change about the database of the first. One that was released is never changed: the phones that
 * ran it will not run it again.
 */
export const migrations: readonly ${type}[] = [${names.join(', ')}];
`;
  return { path: 'database/migrations.ts', text: source.text(body) };
}

function stepFile({ version, release, statements }: VersionStep): ProjectFile {
  const source = new Source(`database/migrations/version${version}`);
  const type = source.use(MIGRATION, DEVICE);
  const said = release ? `Release ${release}` : 'The plan since the last release';
  const sql = statements.join(';\n');
  const body = `/** ${said}: from version ${version - 1} of the database. */
export const version${version}: ${type} = { version: ${version}, sql: ${sqlTemplate(sql)} };
`;
  return { path: `database/migrations/version${version}.ts`, text: source.text(body) };
}
