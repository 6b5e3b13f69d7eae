import sqlite3InitModule, { type Sqlite3Static } from '@sqlite.org/sqlite-wasm';

type Receive = (instance: WebAssembly.Instance, module: WebAssembly.Module) => void;

/** What SQLite's package takes, and its types do not say. */
interface Options {
  locateFile: (file: string) => string;
  instantiateWasm?: (imports: WebAssembly.Imports, receive: Receive) => void;
}
const initialize = sqlite3InitModule as (options: Options) => Promise<Sqlite3Static>;

declare global {
  /** SQLite, where the built worker has asked for it before its own script was read. */
  var fernSqlite: Promise<Response> | undefined;
}

/** Where a file of the site is, for a worker that was started from somewhere else. */
export const addressOf = (file: string): string => new URL(`/${file}`, globalThis.location.origin).href;

/** Starts SQLite from what was asked for early; where that has failed, its package asks for it anew. */
export async function startSqlite(): Promise<Sqlite3Static> {
  const module = await compiled(globalThis.fernSqlite);
  if (!module) return initialize({ locateFile: addressOf });
  return new Promise((resolve, reject) => {
    // The package does not hear of it where this fails.
    const instantiateWasm: Options['instantiateWasm'] = (imports, receive) =>
      void WebAssembly.instantiate(module, imports).then((instance) => receive(instance, module), reject);
    initialize({ locateFile: addressOf, instantiateWasm }).then(resolve, reject);
  });
}

async function compiled(asked: Promise<Response> | undefined): Promise<WebAssembly.Module | null> {
  try {
    return asked ? await WebAssembly.compileStreaming(asked) : null;
  } catch {
    return null;
  }
}
