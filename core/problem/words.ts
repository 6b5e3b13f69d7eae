import { type Problem, type LinkedBy } from './problem';

/** Words for people: what happened, what was kept, and what to do. */
export interface ProblemWords {
  what: string;
  kept: string;
  todo: string;
}

/** What is kept where nothing else is said. */
export const NOTHING_CHANGED = 'Nothing was changed.';

export function words(what: string, kept: string, todo: string): ProblemWords {
  return { what, kept, todo };
}

const othersWords = (others = 0): string =>
  others === 0 ? '' : ` There ${others === 1 ? 'is 1 other fault' : `are ${others} other faults`} in it.`;

const megabytes = (bytes: number): string => `${(bytes / 1_000_000).toFixed(1)} MB`;

export function sentence(text: string): string {
  const trimmed = text.trim();
  return /[.!?]$/.test(trimmed) ? trimmed : `${trimmed}.`;
}

/** "2 fittings (Blue cloak, Red cape)", "12 fittings (…, and 9 more)". */
function linkedWords({ what, count, names, others }: LinkedBy): string {
  if (count === 0) return `records of other people in ${what}`;
  const more = count > names.length ? `, and ${count - names.length} more` : '';
  return `${count} in ${what} (${names.join(', ')}${more})${others ? ' and records of other people' : ''}`;
}

function describeConstraint(problem: Extract<Problem, { code: 'constraint' }>): ProblemWords {
  const place = problem.column ? `${problem.table} › ${problem.column}` : problem.table;
  const kept = 'The record was not saved; what you typed is still here.';
  switch (problem.rule) {
    case 'required':
      return words(`${place} must not be blank.`, kept, 'Fill it in and save again.');
    case 'unique':
      if (problem.together)
        return words(
          [
            `In ${problem.table}, ${problem.together.slice(0, -1).join(', ')} and ${problem.together.at(-1)}`,
            'together must be different in every record; these values are already there.',
          ].join(' '),
          kept,
          'Change one of them and save again.',
        );
      return words(
        `${place} must be different in every record; this value is already there.`,
        kept,
        'Change it and save again.',
      );
    case 'check':
      return words(`${place} does not hold what the plan asks for.`, kept, 'Correct it and save again.');
    case 'foreign-key':
      return words(`${place} refers to a record that is not there.`, kept, 'Choose another and save again.');
  }
}

type Said<C extends Problem['code']> = (problem: Extract<Problem, { code: C }>) => ProblemWords;

/** What is said of the problems of these codes. */
export type WordsOf<C extends Problem['code']> = { [Each in C]: Said<Each> };

const appWords = {
  constraint: (problem) => describeConstraint(problem),
  'invalid-value': (problem) =>
    words(`${problem.place}: ${problem.reason}.`, NOTHING_CHANGED, 'Correct the value and try again.'),
  definition: (problem) =>
    words(
      [`${problem.place}: ${problem.reason}.`, ...(problem.others ?? []).map(sentence)].join(' '),
      NOTHING_CHANGED,
      'Correct it and try again.',
    ),
  'file-broken': (problem) =>
    words(
      `The file cannot be read at ${problem.place}: ${problem.reason}.${othersWords(problem.others)}`,
      NOTHING_CHANGED,
      'Correct the file there, or choose another.',
    ),
  sql: (problem) =>
    words(
      sentence(problem.message),
      NOTHING_CHANGED,
      problem.offset === null ? 'Correct the statement and run it again.' : `Look at character ${problem.offset + 1}.`,
    ),
  slow: (problem) =>
    words(
      `This took longer than ${problem.seconds} seconds and was stopped.`,
      NOTHING_CHANGED,
      'Change what asks for it: the query, the list or the computed column.',
    ),
  'row-gone': (problem) =>
    words(`This ${problem.table} record is no longer there.`, NOTHING_CHANGED, 'Go back to the list.'),
  'not-yours': (problem) =>
    words(
      `This ${problem.table} belongs to somebody else, or leads to a record that does.`,
      NOTHING_CHANGED,
      'Sign in as its owner, or choose another.',
    ),
  'wrong-pin': (problem) => words(`This is not the PIN of ${problem.name}.`, NOTHING_CHANGED, 'Type it again.'),
  linked: (problem) =>
    words(
      `${problem.name} still has ${problem.by.map(linkedWords).join(', and ')}.`,
      'Nothing was deleted.',
      'Delete those first, or link them to another.',
    ),
  circle: (problem) =>
    words(
      `${problem.column}: ${problem.name} would come to belong to itself.`,
      'The record was not saved; what you typed is still here.',
      'Choose another.',
    ),
  'undo-conflict': (problem) =>
    words(
      `“${problem.label}” cannot be undone by itself: what was changed since stands on it.`,
      NOTHING_CHANGED,
      'Undo the later changes first.',
    ),
  cancelled: () => words('It was stopped.', 'Nothing of it was kept.', 'Begin again when you like.'),
  'picture-unreadable': (problem) =>
    words(
      `${problem.name} is no picture that can be read here.`,
      'The record is as it was.',
      'Choose a PNG, JPEG, WebP or GIF.',
    ),
  'picture-too-large': (problem) =>
    words(
      [
        `${problem.name} has ${problem.width} by ${problem.height} pixels;`,
        `at most ${problem.most / 1_000_000} million can be read.`,
      ].join(' '),
      'The record is as it was.',
      'Make it smaller, or choose another.',
    ),
  'file-too-large': (problem) =>
    words(
      `${problem.name} has ${megabytes(problem.size)}; at most ${megabytes(problem.most)} are kept.`,
      'The record is as it was.',
      'Choose a smaller file.',
    ),
  'not-allowed': ({ what }) =>
    words(`This app may not use ${what}.`, 'Nothing was changed.', 'Allow it in the phone’s settings.'),
  catalogue: (problem) =>
    words(
      {
        down: 'The catalogue cannot be reached.',
        slow: 'The catalogue took too long to answer.',
        none: `This app has no catalogue yet: ${problem.detail}.`,
        wrong: `The catalogue gave an answer that cannot be right: ${problem.detail}.`,
      }[problem.reason],
      'Nothing was changed, and the code is still here.',
      'Ask again, or add the record by hand.',
    ),
  routine: (problem) =>
    words(
      [
        `${problem.routine} stopped at “${problem.step}”${problem.row === null ? '' : `, for ${problem.row}`}:`,
        describeProblem(problem.reason).what,
      ].join(' '),
      'Nothing of it was kept.',
      'Correct that, or the step, and run it again.',
    ),
  unexpected: (problem) =>
    words(
      `Something unexpected went wrong: ${problem.detail}.`,
      'Everything saved before is still there.',
      'Reload the page.',
    ),
} satisfies Partial<WordsOf<Problem['code']>>;

const told = new Map<string, Said<Problem['code']>>();

/** Has words for problems from now on. */
export function tellProblems<C extends Problem['code']>(words: WordsOf<C>): void {
  Object.entries(words).forEach(([code, say]) => told.set(code, say as Said<Problem['code']>));
}

tellProblems(appWords);

/** A Problem in words; nothing else in the product words an error. */
export function describeProblem(problem: Problem): ProblemWords {
  const say = told.get(problem.code);
  return say ? say(problem as never) : words(`It said: ${problem.code}.`, NOTHING_CHANGED, 'Try again.');
}
