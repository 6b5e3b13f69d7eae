// What takes its time elsewhere is asked for before the rest of the worker's own code is run.
import './importMetaRegistry';
import sqlite3InitModule from '@sqlite.org/sqlite-wasm';
import { shippedDemo } from './shippedDemo';

type Initialize = (options: { locateFile: (file: string) => string }) => ReturnType<typeof sqlite3InitModule>;

export const startedSqlite = (sqlite3InitModule as Initialize)({
  locateFile: (file) => new URL(`/${file}`, globalThis.location.origin).href,
});

/** The page that started the worker says in its name where it is: the demo of that place, where it is one. */
const { name } = globalThis as unknown as { name?: string };

export const startedDemo = name === '/demo' ? asked('theatre') : null;

/** A demo that is fetched at once; one that could not be had is asked for anew. */
function asked(demo: string) {
  let first: ReturnType<typeof shippedDemo> | null = shippedDemo(demo);
  first.catch(() => undefined);
  const app = () => {
    const answer = first ?? shippedDemo(demo);
    first = null;
    return answer;
  };
  return { name: demo, app };
}
