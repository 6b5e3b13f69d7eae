import './importMetaRegistry';
import sqlite3InitModule from '@sqlite.org/sqlite-wasm';
import { expose } from 'comlink';
import { strToU8, zipSync } from 'fflate';
import { toProblem } from '@/core/problem';
import { DATABASE_PATH, laidOut, madeFiles, type ProjectKit } from '@/core/project';
import { kebabCase, ProjectOptions } from '@/core/ship';
import { memoryStore } from '@/core/store';
import { parseAppFile } from '@/core/transfer';
import type { Outcome } from './protocol';
import { shippedDatabase } from './shippedDatabase';

type Initialize = (options: { locateFile: (file: string) => string }) => ReturnType<typeof sqlite3InitModule>;

export interface ProjectRequest {
  /** An app file. */
  app: string;
  options: ProjectOptions;
  /** Whether the starting rows are in the database that is shipped. */
  withRows: boolean;
}

/** The same files make the same archive, whenever that is. */
const MADE = new Date(1980, 0, 2);

const addressOf = (file: string): string => new URL(`/${file}`, globalThis.location.origin).href;

async function projectZip(
  { app, options, withRows }: ProjectRequest,
  told: (done: number, total: number) => void,
): Promise<Uint8Array> {
  const file = parseAppFile(app);
  const kit = (await (await fetch(addressOf('project-kit.json'))).json()) as ProjectKit;
  const chosen = ProjectOptions.parse(options);
  const made = madeFiles(file.definition, chosen, kit);
  const folder = kebabCase(chosen.name, 'app');
  const entries: [string, Uint8Array][] = Object.entries(kit.files).map(([path, text]) => [path, strToU8(text)]);
  for (const [at, each] of made.entries()) {
    const { path, text } = await laidOut(each);
    entries.push([path, strToU8(text)]);
    told(at + 1, made.length);
  }
  const sqlite3 = await (sqlite3InitModule as Initialize)({ locateFile: addressOf });
  const environment = {
    sqlite3,
    kv: memoryStore(),
    token: 'project',
    clock: () => performance.now(),
    now: () => new Date().toISOString(),
    emit: () => undefined,
    wait: () => Promise.resolve(),
  };
  entries.push([DATABASE_PATH, shippedDatabase(environment, file, withRows)]);
  const sorted = entries.sort(([one], [other]) => (one < other ? -1 : 1));
  return zipSync(Object.fromEntries(sorted.map(([path, bytes]) => [`${folder}/${path}`, [bytes, { mtime: MADE }]])));
}

const door = {
  async make(request: ProjectRequest, told: (done: number, total: number) => void): Promise<Outcome<Uint8Array>> {
    try {
      return { ok: true, value: await projectZip(request, told) };
    } catch (error) {
      return { ok: false, problem: toProblem(error) };
    }
  },
};
export type ProjectDoor = typeof door;

expose(door);
