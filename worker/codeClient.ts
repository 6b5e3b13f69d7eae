import type { CodeDoor } from './codeWorker';
import { doorOf } from './door';

let started: ReturnType<typeof doorOf<CodeDoor>> | undefined;

/** A worker of its own, which starts with the first picture: most apps never read one. */
const reader = () => (started ??= doorOf<CodeDoor>(new Worker(new URL('./codeWorker', window.location.href))));

/** Reads the codes in pictures; null where none is found. Fails with a Problem of code `picture-unreadable`. */
export const codeReader = {
  photo: (name: string, bytes: Uint8Array): Promise<string | null> =>
    reader().ask(async (door) => door.photo(name, bytes)),
  frame: (rgba: Uint8ClampedArray, width: number, height: number): Promise<string | null> =>
    reader().ask(async (door) => door.frame(rgba, width, height)),
};
