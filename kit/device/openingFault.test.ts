import { NewerDatabaseError } from './migrations';
import { openingFault } from './openingFault';

test.each([
  ['Error code 13: database or disk is full', /no room/],
  ['Error code 5: database is locked', /in use elsewhere/],
  ['Error code 26: file is not a database', /damaged/],
  ['Error code 11: database disk image is malformed', /damaged/],
  ['Error code 14: unable to open database file', /cannot be reached/],
])('“%s” is told in words, with what helps', (message, words) => {
  expect(openingFault(new Error(message))).toMatch(words);
});

test('what nobody foresaw is told as it is', () => {
  expect(openingFault('a bell rang')).toBe('It said: a bell rang. Nothing that is stored was changed. Try again.');
});

test('a database that a newer version wrote says which is to be taken', () =>
  expect(openingFault(new NewerDatabaseError('version 3'))).toMatch(/Take the newest version/));
