import type sqlite3InitModule from '@sqlite.org/sqlite-wasm';

type Receive = (instance: WebAssembly.Instance, module: WebAssembly.Module) => void;

/** What SQLite's package takes, and its types do not say. */
interface Options {
  locateFile: (file: string) => string;
  instantiateWasm?: (imports: WebAssembly.Imports, receive: Receive) => void;
}
export type InitializeSqlite = (options: Options) => ReturnType<typeof sqlite3InitModule>;

declare global {
  /** SQLite, where the built worker has asked for it before its own script was read. */
  var fernSqlite: Promise<Response> | undefined;
}

/** How SQLite is started from what was asked for early; where that has failed, its package asks for it anew. */
export async function sqliteOptions(locateFile: Options['locateFile']): Promise<Options> {
  const asked = globalThis.fernSqlite;
  const module = asked && (await WebAssembly.compileStreaming(asked).catch(() => null));
  if (!module) return { locateFile };
  const instantiateWasm: Options['instantiateWasm'] = (imports, receive) =>
    void WebAssembly.instantiate(module, imports).then((instance) => receive(instance, module));
  return { locateFile, instantiateWasm };
}
