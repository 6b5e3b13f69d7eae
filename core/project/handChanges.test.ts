import { changedByHand, hashesOf, hashOf, leftOver } from './handChanges';

const before = { same: 'a', edited: 'b', gone: 'c', old: 'd', 'old and edited': 'e' };
const made = { same: 'A', edited: 'B', gone: 'C', fresh: 'F', alike: 'G', foreign: 'H' };
const disk: Record<string, string> = {
  same: 'a',
  edited: 'by hand',
  old: 'd',
  'old and edited': 'by hand',
  alike: 'G',
  foreign: 'of somebody else',
};
const now = (path: string) => disk[path] ?? null;

test('what was changed by hand, or stands there from elsewhere, is not written over unasked', () => {
  expect(changedByHand(made, before, now)).toEqual(['edited', 'foreign']);
});

test('what the app no longer has goes, unless somebody has worked on it', () => {
  expect(leftOver(made, before, now)).toEqual(['old']);
});

test('a file’s hash is SHA-256 of its bytes', () => {
  // Source: NIST, FIPS 180-4, "abc".
  expect(hashOf('abc')).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
  expect(hashesOf([['a.txt', new Uint8Array([97, 98, 99])]])).toEqual({ 'a.txt': hashOf('abc') });
});
