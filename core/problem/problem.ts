/**
 * What can go wrong, as plain data: a code, the place, and what is needed to say it. `describeProblem` turns one into
 * words; nothing else in the product words an error.
 */
export type Problem =
  | {
      code: 'constraint';
      rule: ConstraintRule;
      table: string;
      column: string | null;
      /** Where several columns are told apart together: all of them. */
      together?: string[];
      detail: string;
    }
  | { code: 'invalid-value'; place: string; reason: string }
  | {
      code: 'name';
      name: string;
      reason: 'empty' | 'taken' | 'too-long';
      what: 'table' | 'column' | 'link' | 'app' | 'screen';
    }
  /** `others`: what else is wrong, a sentence each. */
  | { code: 'definition'; place: string; reason: string; others?: string[] }
  | { code: 'expression'; text: string; position: number; reason: string; suggestion: string | null }
  /** `others`: how many places more there are. */
  | { code: 'file-broken'; place: string; reason: string; others?: number }
  | { code: 'file-newer'; found: number; supported: number }
  | { code: 'store-full' }
  | { code: 'store-failed'; detail: string }
  /** Whether a change is stored cannot be told: neither saved nor refused. */
  | { code: 'store-doubt' }
  /** What the browser kept of an app was cleared while it was open. */
  | { code: 'store-gone' }
  /** No snapshot of an app can be read. */
  | { code: 'store-damaged' }
  /** A later version of Fern Shelf wrote what is stored. */
  | { code: 'store-newer'; found: number; supported: number }
  | { code: 'not-owner' }
  | { code: 'sql'; message: string; offset: number | null }
  | { code: 'sql-refused'; reason: string }
  /** A statement that was stopped because it took too long. */
  | { code: 'slow'; seconds: number }
  | { code: 'edit-blocked'; obstacles: string[] }
  | { code: 'row-gone'; table: string }
  /** A record that the person who is signed in may not write, or a link to one that they do not see. */
  | { code: 'not-yours'; table: string }
  | { code: 'wrong-pin'; name: string }
  /** A delete that records elsewhere stop; each of `by` names some and counts all. */
  | { code: 'linked'; name: string; by: LinkedBy[] }
  /** Something that cannot be removed while expressions use it. */
  | { code: 'in-use'; name: string; by: string[] }
  | { code: 'circle'; column: string; name: string }
  | { code: 'undo-conflict'; label: string }
  | { code: 'cancelled' }
  | { code: 'picture-unreadable'; name: string }
  | { code: 'picture-too-large'; name: string; width: number; height: number; most: number }
  | { code: 'file-too-large'; name: string; size: number; most: number }
  | { code: 'catalogue'; reason: 'down' | 'slow' | 'wrong'; detail: string }
  /** A step of a routine that failed, and the row that it was run for; nothing of the routine stayed. */
  | { code: 'routine'; routine: string; step: string; row: string | null; reason: Problem }
  | { code: 'app-gone' }
  | { code: 'unexpected'; detail: string };

/**
 * Records that stop a delete: how many the person sees, some by name, and whether there are others that they do not
 * see.
 */
export interface LinkedBy {
  what: string;
  count: number;
  names: string[];
  others: boolean;
}

export type ConstraintRule = 'required' | 'unique' | 'check' | 'foreign-key';

/** The exception form of a Problem, for code that cannot go on. Caught at the borders and turned back into data. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(describeProblem(problem).what);
    this.name = 'ProblemError';
  }
}

/** Words for people: what happened, what was kept, and what to do. */
export interface ProblemWords {
  what: string;
  kept: string;
  todo: string;
}

const NOTHING_CHANGED = 'Nothing was changed.';

export function describeProblem(problem: Problem): ProblemWords {
  switch (problem.code) {
    case 'constraint':
      return describeConstraint(problem);
    case 'invalid-value':
      return words(`${problem.place}: ${problem.reason}.`, NOTHING_CHANGED, 'Correct the value and try again.');
    case 'name':
      return describeName(problem);
    case 'definition':
      return words(
        [`${problem.place}: ${problem.reason}.`, ...(problem.others ?? []).map(sentence)].join(' '),
        NOTHING_CHANGED,
        'Correct it and try again.',
      );
    case 'expression':
      return words(
        `At character ${problem.position + 1}: ${problem.reason}.`,
        NOTHING_CHANGED,
        problem.suggestion ? `Did you mean “${problem.suggestion}”?` : 'Correct the expression and try again.',
      );
    case 'file-broken':
      return words(
        `The file cannot be read at ${problem.place}: ${problem.reason}.${othersWords(problem.others)}`,
        NOTHING_CHANGED,
        'Correct the file there, or choose another.',
      );
    case 'file-newer':
      return words(
        `The file is of format version ${problem.found}; this Fern Shelf reads up to version ${problem.supported}.`,
        NOTHING_CHANGED,
        'Open it with a newer Fern Shelf.',
      );
    case 'store-full':
      return words(
        'The browser has no room left for this app.',
        'Everything saved before is still there; this change was not made.',
        'Free some space, then save again.',
      );
    case 'store-failed':
      return words(
        `The browser refused to store the change (${problem.detail}).`,
        'Everything saved before is still there; this change was not made.',
        'Try again; if it goes on, download the database and reload the page.',
      );
    case 'store-doubt':
      return words(
        'The browser did not answer whether it stored the last change.',
        'Everything saved before is still there.',
        'Open the app again: it shows whether the change is in it.',
      );
    case 'store-gone':
      return words(
        'What the browser had stored of this app was cleared while it was open.',
        'What you see is now only in this tab.',
        'Download the app’s file from Ship before you close it.',
      );
    case 'store-damaged':
      return words(
        'What the browser stored of this app cannot be read.',
        'It was left as it is.',
        'Take it away as it is stored, and bring in a backup.',
      );
    case 'store-newer':
      return words(
        `A newer Fern Shelf wrote this app (format ${problem.found}; this one reads up to ${problem.supported}).`,
        'It was left as it is.',
        'Reload the page to get the newer version.',
      );
    case 'not-owner':
      return words(
        'Another tab has this app open.',
        'This change was not made here.',
        'Take over here, or go on in the other tab.',
      );
    case 'sql':
      return words(
        sentence(problem.message),
        NOTHING_CHANGED,
        problem.offset === null
          ? 'Correct the statement and run it again.'
          : `Look at character ${problem.offset + 1}.`,
      );
    case 'sql-refused':
      return words(sentence(problem.reason), NOTHING_CHANGED, 'Correct the statement; it can only read.');
    case 'slow':
      return words(
        `This took longer than ${problem.seconds} seconds and was stopped.`,
        NOTHING_CHANGED,
        'Change what asks for it: the query, the list or the computed column.',
      );
    case 'edit-blocked':
      return words(
        problem.obstacles.join(' '),
        NOTHING_CHANGED,
        'Correct those rows first, or choose what to fill in.',
      );
    case 'row-gone':
      return words(`This ${problem.table} record is no longer there.`, NOTHING_CHANGED, 'Go back to the list.');
    case 'not-yours':
      return words(
        `This ${problem.table} belongs to somebody else, or leads to a record that does.`,
        NOTHING_CHANGED,
        'Sign in as its owner, or choose another.',
      );
    case 'wrong-pin':
      return words(`This is not the PIN of ${problem.name}.`, NOTHING_CHANGED, 'Type it again.');
    case 'linked':
      return words(
        `${problem.name} still has ${problem.by.map(linkedWords).join(', and ')}.`,
        'Nothing was deleted.',
        'Delete those first, or link them to another.',
      );
    case 'in-use':
      return words(
        `${problem.name} is used by ${problem.by.join(' and ')}.`,
        NOTHING_CHANGED,
        'Change or remove what uses it first.',
      );
    case 'circle':
      return words(
        `${problem.column}: ${problem.name} would come to belong to itself.`,
        'The record was not saved; what you typed is still here.',
        'Choose another.',
      );
    case 'undo-conflict':
      return words(
        `“${problem.label}” cannot be undone: the same rows were changed since.`,
        NOTHING_CHANGED,
        'Undo the later changes first.',
      );
    case 'cancelled':
      return words('It was stopped.', 'Nothing of it was kept.', 'Begin again when you like.');
    case 'picture-unreadable':
      return words(
        `${problem.name} is no picture that can be read here.`,
        'The record is as it was.',
        'Choose a PNG, JPEG, WebP or GIF.',
      );
    case 'picture-too-large':
      return words(
        `${problem.name} has ${problem.width} by ${problem.height} pixels; at most ${problem.most / 1_000_000} million can be read.`,
        'The record is as it was.',
        'Make it smaller, or choose another.',
      );
    case 'file-too-large':
      return words(
        `${problem.name} has ${megabytes(problem.size)}; at most ${megabytes(problem.most)} are kept.`,
        'The record is as it was.',
        'Choose a smaller file.',
      );
    case 'catalogue':
      return words(
        {
          down: 'The catalogue cannot be reached.',
          slow: 'The catalogue took too long to answer.',
          wrong: `The catalogue gave an answer that cannot be right: ${problem.detail}.`,
        }[problem.reason],
        'Nothing was changed, and the code is still here.',
        'Ask again, or add the record by hand.',
      );
    case 'routine':
      return words(
        `${problem.routine} stopped at “${problem.step}”${problem.row === null ? '' : `, for ${problem.row}`}: ${describeProblem(problem.reason).what}`,
        'Nothing of it was kept.',
        'Correct that, or the step, and run it again.',
      );
    case 'app-gone':
      return words('This app is not on the shelf.', 'Nothing else was touched.', 'Go back to the shelf.');
    case 'unexpected':
      return words(
        `Something unexpected went wrong: ${problem.detail}.`,
        'Everything saved before is still there.',
        'Reload the page.',
      );
  }
}

/** Any thrown value as a Problem. */
export function toProblem(error: unknown): Problem {
  if (error instanceof ProblemError) return error.problem;
  return { code: 'unexpected', detail: error instanceof Error ? error.message : String(error) };
}

function words(what: string, kept: string, todo: string): ProblemWords {
  return { what, kept, todo };
}

const othersWords = (others = 0): string =>
  others === 0 ? '' : ` There ${others === 1 ? 'is 1 other fault' : `are ${others} other faults`} in it.`;

const megabytes = (bytes: number): string => `${(bytes / 1_000_000).toFixed(1)} MB`;

function sentence(text: string): string {
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
          `In ${problem.table}, ${problem.together.slice(0, -1).join(', ')} and ${problem.together.at(-1)} together must be different in every record; these values are already there.`,
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
