import type { Remote } from 'comlink';
import { ProblemError } from '@/core/problem';
import type { CodeDoor } from './codeWorker';
import { doorOf } from './door';
import type { Outcome } from './protocol';

let started: ReturnType<typeof doorOf<CodeDoor>> | undefined;

/** Asks a worker of its own, which starts with the first picture: most apps never read one. */
async function ask<T>(work: (door: Remote<CodeDoor>) => Promise<Outcome<T>>): Promise<T> {
  started ??= doorOf<CodeDoor>(new Worker(new URL('./codeWorker', window.location.href)));
  try {
    return await started.ask(work);
  } catch (error) {
    // One that could not be started is not asked again: the next picture starts another.
    if (!(error instanceof ProblemError)) started = undefined;
    throw error;
  }
}

/** Reads the codes in pictures; null where none is found. Fails with a Problem of code `picture-unreadable`. */
export const codeReader = {
  photo: (name: string, bytes: Uint8Array): Promise<string | null> => ask(async (door) => door.photo(name, bytes)),
  frame: (rgba: Uint8ClampedArray, width: number, height: number): Promise<string | null> =>
    ask(async (door) => door.frame(rgba, width, height)),
};
