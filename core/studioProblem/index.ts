import { NOTHING_CHANGED, type Problem, type ProblemWords, sentence, tellProblems, words } from '@/core/problem';

// What can go wrong in the studio alone. An app of its own knows nothing of it.
declare module '@/core/problem/problem' {
  interface Problems {
    name: {
      name: string;
      reason: 'empty' | 'taken' | 'too-long';
      what: 'table' | 'column' | 'link' | 'app' | 'screen' | 'phone';
    };
    expression: { text: string; position: number; reason: string; suggestion: string | null };
    'file-newer': { found: number; supported: number };
    'store-full': Record<never, never>;
    'store-failed': { detail: string };
    /** Whether a change is stored cannot be told: neither saved nor refused. */
    'store-doubt': Record<never, never>;
    /** What the browser kept of an app was cleared while it was open. */
    'store-gone': Record<never, never>;
    /** No snapshot of an app can be read. */
    'store-damaged': Record<never, never>;
    /** A later version of Fern Shelf wrote what is stored. */
    'store-newer': { found: number; supported: number };
    'not-owner': Record<never, never>;
    'sql-refused': { reason: string };
    'edit-blocked': { obstacles: string[] };
    /** Something that cannot be removed while expressions use it. */
    'in-use': { name: string; by: string[] };
    'app-gone': Record<never, never>;
    /** A release that is not, or no longer, there. */
    'release-gone': Record<never, never>;
    /** A release of that version is there already, or it is no version. */
    'release-version': { version: string; reason: 'taken' | 'lower' | 'unreadable' };
    /** A phone that came out of a file is as it was there. */
    'phone-read-only': Record<never, never>;
    /** An app that ships with the studio could not be fetched. */
    'demo-away': Record<never, never>;
  }
}

function describeName(problem: Extract<Problem, { code: 'name' }>): ProblemWords {
  switch (problem.reason) {
    case 'empty':
      return words(`The ${problem.what} needs a name.`, NOTHING_CHANGED, 'Type one.');
    case 'taken':
      return words(
        `There is already a ${problem.what} named “${problem.name}”.`,
        NOTHING_CHANGED,
        'Choose another name.',
      );
    case 'too-long':
      return words(`The name of the ${problem.what} is too long.`, NOTHING_CHANGED, 'Use at most 80 characters.');
  }
}

tellProblems({
  name: (problem) => describeName(problem),
  expression: (problem) =>
    words(
      `At character ${problem.position + 1}: ${problem.reason}.`,
      NOTHING_CHANGED,
      problem.suggestion ? `Did you mean “${problem.suggestion}”?` : 'Correct the expression and try again.',
    ),
  'phone-read-only': () =>
    words(
      'This phone came out of a file: it is looked at, not written to.',
      NOTHING_CHANGED,
      'Update it, or keep another one as on the bench, to go on from there.',
    ),
  'file-newer': (problem) =>
    words(
      `The file is of format version ${problem.found}; this Fern Shelf reads up to version ${problem.supported}.`,
      NOTHING_CHANGED,
      'Open it with a newer Fern Shelf.',
    ),
  'store-full': () =>
    words(
      'The browser has no room left for this app.',
      'Everything saved before is still there; this change was not made.',
      'Free some space, then save again.',
    ),
  'store-failed': (problem) =>
    words(
      `The browser refused to store the change (${problem.detail}).`,
      'Everything saved before is still there; this change was not made.',
      'Try again; if it goes on, download the database and reload the page.',
    ),
  'store-doubt': () =>
    words(
      'The browser did not answer whether it stored the last change.',
      'Everything saved before is still there.',
      'Open the app again: it shows whether the change is in it.',
    ),
  'store-gone': () =>
    words(
      'What the browser had stored of this app was cleared while it was open.',
      'What you see is now only in this tab.',
      'Download the app’s file from Ship before you close it.',
    ),
  'store-damaged': () =>
    words(
      'What the browser stored of this app cannot be read.',
      'It was left as it is.',
      'Take it away as it is stored, and bring in a backup.',
    ),
  'store-newer': (problem) =>
    words(
      `A newer Fern Shelf wrote this app (format ${problem.found}; this one reads up to ${problem.supported}).`,
      'It was left as it is.',
      'Reload the page to get the newer version.',
    ),
  'not-owner': () =>
    words(
      'Another tab has this app open.',
      'This change was not made here.',
      'Take over here, or go on in the other tab.',
    ),
  'sql-refused': (problem) =>
    words(sentence(problem.reason), NOTHING_CHANGED, 'Correct the statement; it can only read.'),
  'edit-blocked': (problem) =>
    words(problem.obstacles.join(' '), NOTHING_CHANGED, 'Correct those rows first, or choose what to fill in.'),
  'in-use': (problem) =>
    words(
      `${problem.name} is used by ${problem.by.join(' and ')}.`,
      NOTHING_CHANGED,
      'Change or remove what uses it first.',
    ),
  'release-gone': () =>
    words('This release is no longer there.', NOTHING_CHANGED, 'Look at the list of releases again.'),
  'release-version': ({ version, reason }) =>
    words(
      {
        taken: `There is a release ${version} already.`,
        lower: `${version} comes before the last release.`,
        unreadable: `“${version}” is no version.`,
      }[reason],
      'Nothing was released.',
      'Give it a higher one: three numbers with dots between them, such as 1.2.0.',
    ),
  'demo-away': () =>
    words('The demo could not be fetched.', 'Nothing was stored.', 'Look at the connection, then open it again.'),
  'app-gone': () => words('This app is not on the shelf.', 'Nothing else was touched.', 'Go back to the shelf.'),
});
