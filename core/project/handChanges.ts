import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** Where a project says what its files were. */
export const MANIFEST_PATH = '.project-files.json';

export const hashOf = (content: string | Uint8Array): string =>
  bytesToHex(sha256(typeof content === 'string' ? utf8ToBytes(content) : content));

/** What each file of a project held when it was made, by its path: a hash of it. */
export type Hashes = Readonly<Record<string, string>>;

/**
 * The files that were changed by hand since they were made, and that would be written over with something else; `now`
 * is what stands there, null where nothing does.
 */
export const changedByHand = (made: Hashes, before: Hashes, now: (path: string) => string | null): string[] =>
  Object.entries(made).flatMap(([path, hash]) => {
    const there = now(path);
    return there === null || there === before[path] || there === hash ? [] : [path];
  });

export const hashesOf = (files: Iterable<readonly [path: string, content: string | Uint8Array]>): Hashes =>
  Object.fromEntries([...files].map(([path, content]) => [path, hashOf(content)]));

export const printManifest = (hashes: Hashes): string => `${JSON.stringify(hashes, null, 2)}\n`;

/** Files of an earlier project that this one no longer has, and that nobody has changed: they can go. */
export const leftOver = (made: Hashes, before: Hashes, now: (path: string) => string | null): string[] =>
  Object.keys(before).filter((path) => !(path in made) && now(path) === before[path]);
