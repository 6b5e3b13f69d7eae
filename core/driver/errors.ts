import { type Problem, ProblemError } from '@/core/problem';
import { OWNER } from '@/core/sql';

/** SQLite's extended result codes for the constraints that a plan can have. Source: sqlite.org/rescode.html */
const NOT_NULL = 1299;

const UNIQUE = 2067;

const PRIMARY_KEY = 1555;

const CHECK = 275;

const FOREIGN_KEY = 787;

const DATATYPE = 3091;

/**
 * A failed statement as a Problem, with the table and column as identifiers; `intoTable` is the table that the
 * statement writes, for the messages that do not name it.
 */
export function sqlProblem(extendedCode: number, message: string, offset: number, intoTable: string | null): Problem {
  const { named, together } = placesIn(message);
  const constraint = (
    rule: 'required' | 'unique' | 'check' | 'foreign-key',
    table: string | undefined,
    column: string | undefined,
  ): Problem => ({
    code: 'constraint',
    rule,
    table: table ?? intoTable ?? '',
    column: column ?? null,
    ...(together.length > 1 ? { together } : {}),
    detail: message,
  });
  switch (extendedCode) {
    case NOT_NULL:
      return constraint('required', named?.table, named?.column);
    case UNIQUE:
    case PRIMARY_KEY:
      return constraint('unique', named?.table, named?.column);
    case CHECK:
      return constraint('check', undefined, checkedColumn(message));
    case DATATYPE: {
      // "cannot store TEXT value in INTEGER column garments.price"
      const place = /column (?<table>[^.]+)\.(?<column>.+)$/.exec(message)?.groups;
      return constraint('check', place?.table, place?.column);
    }
    case FOREIGN_KEY:
      return constraint('foreign-key', undefined, undefined);
    default:
      return { code: 'sql', message, offset: offset >= 0 ? offset : null };
  }
}

/**
 * The columns that SQLite's message names: "errands._owner, errands.name" is the name among an owner's own, and several
 * others are told apart together.
 */
function placesIn(message: string): { named: { table: string; column: string } | undefined; together: string[] } {
  const text = /constraint failed: (?<places>.+)$/.exec(message)?.groups?.places ?? '';
  const places = text.split(', ').flatMap((place) => {
    const found = /^(?<table>[^.]+)\.(?<column>.+)$/.exec(place)?.groups;
    return found ? [{ table: found.table ?? '', column: found.column ?? '' }] : [];
  });
  const ours = places.filter(({ column }) => column !== OWNER);
  const shown = ours.length > 0 ? ours : places;
  return { named: shown[0], together: shown.map(({ column }) => column) };
}

/** Our checks begin with their column; SQLite's message gives its name bare, or quoted inside a longer condition. */
function checkedColumn(message: string): string | undefined {
  const condition = /constraint failed: (?<condition>.+)$/.exec(message)?.groups?.condition;
  return /^"(?<column>(?:[^"]|"")+)"/.exec(condition ?? '')?.groups?.column?.replaceAll('""', '"') ?? condition;
}

export function throwProblem(problem: Problem): never {
  throw new ProblemError(problem);
}
