import './globals';
import { expose } from 'comlink';
import { strToU8, zipSync } from 'fflate';
import {
  chosenKit,
  codePlaces,
  DATABASE_PATH,
  iconFiles,
  laidOut,
  databaseFiles,
  madeFiles,
  type ProjectKit,
  hashesOf,
  MANIFEST_PATH,
  printManifest,
} from '@/core/project';
import { kebabCase, projectOptions } from '@/core/ship';
import { memoryStore } from '@/core/store';
import { type AppFile, parseAppFile, pastOf } from '@/core/transfer';
import { outcome } from './outcome';
import { renderIcons } from './renderIcons';
import { releaseDatabases } from './releaseDatabases';
import { shippedDatabase } from './shippedDatabase';
import { addressOf, startSqlite } from './sqliteModule';

export interface ProjectRequest {
  /** An app file. */
  app: string;
}

/** What of a project can be read. */
export interface ProjectIndex {
  /** The paths of its texts, in order. */
  paths: string[];
  /** Where each part of the app stands, by its id. */
  places: Record<string, string>;
}

/** A project before its files are laid out. */
interface Opened {
  file: AppFile;
  /** What is made of the app, and what all projects have alike: texts by their paths. */
  made: ReadonlyMap<string, string>;
  alike: ReadonlyMap<string, string>;
  kit: ProjectKit;
}

/** The same files make the same archive, whenever that is. */
const MADE = new Date(1980, 0, 2);

let opened: Opened | null = null;

async function open({ app }: ProjectRequest): Promise<Opened> {
  const file = parseAppFile(app);
  const whole = (await (await fetch(addressOf('project-kit.json'))).json()) as ProjectKit;
  const kit = chosenKit(projectOptions(file.definition), whole);
  const made = madeFiles(file.definition, kit, pastOf(file)).map(({ path, text }): [string, string] => [path, text]);
  return { file, made: new Map(made), alike: new Map(Object.entries(kit.files)), kit };
}

/** A text as it is written into the project; null where there is no such file. */
async function textOf({ made, alike }: Opened, path: string): Promise<string | null> {
  const text = made.get(path);
  return text === undefined ? (alike.get(path) ?? null) : (await laidOut({ path, text })).text;
}

const pathsOf = ({ made, alike }: Opened): string[] => [...new Set([...made.keys(), ...alike.keys()])].sort();

async function zipOf(project: Opened, told: (done: number, total: number) => void): Promise<Uint8Array> {
  const paths = pathsOf(project);
  const entries: [string, Uint8Array][] = [];
  for (const [at, path] of paths.entries()) {
    entries.push([path, strToU8((await textOf(project, path)) ?? '')]);
    told(at + 1, paths.length);
  }
  const sqlite3 = await startSqlite();
  const environment = {
    sqlite3,
    kv: memoryStore(),
    token: 'project',
    clock: () => performance.now(),
    now: () => new Date().toISOString(),
    emit: () => undefined,
    wait: () => Promise.resolve(),
  };
  const icons = iconFiles(project.file.definition, project.kit.drawing);
  entries.push(...(await renderIcons(icons, () => fetch(addressOf('resvg.wasm')), project.kit.font)));
  entries.push([DATABASE_PATH, shippedDatabase(environment, project.file)]);
  const small = new Map(databaseFiles(releaseDatabases(environment, project.file)));
  const kept = entries.filter(([path]) => !small.has(path));
  entries.splice(
    0,
    entries.length,
    ...kept,
    ...[...small].map(([path, text]): [string, Uint8Array] => [path, strToU8(text)]),
  );
  const sorted = entries.sort(([one], [other]) => (one < other ? -1 : 1));
  sorted.push([MANIFEST_PATH, strToU8(printManifest(hashesOf(sorted)))]);
  const folder = kebabCase(projectOptions(project.file.definition).name, 'app');
  return zipSync(Object.fromEntries(sorted.map(([path, bytes]) => [`${folder}/${path}`, [bytes, { mtime: MADE }]])));
}

const door = {
  /** Makes the archive. */
  zip: (request: ProjectRequest, told: (done: number, total: number) => void) =>
    outcome(async () => zipOf(await open(request), told)),
  /** Opens a project to be read. */
  open: (request: ProjectRequest) =>
    outcome(async (): Promise<ProjectIndex> => {
      opened = await open(request);
      return { paths: pathsOf(opened), places: codePlaces(opened.file.definition) };
    }),
  /** A file of the project that is open. */
  text: (path: string) => outcome(async () => (opened ? textOf(opened, path) : null)),
};
export type ProjectDoor = typeof door;

expose(door);
