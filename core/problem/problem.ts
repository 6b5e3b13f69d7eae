/**
 * What can go wrong, by its code: the place, and what is needed to say it. Whoever runs an app may know of more, and
 * adds them here and to what `describeProblem` has words for.
 */
export interface Problems {
  constraint: {
    rule: ConstraintRule;
    table: string;
    column: string | null;
    /** Where several columns are told apart together: all of them. */ together?: string[];
    detail: string;
  };
  'invalid-value': { place: string; reason: string };
  /** `others`: what else is wrong, a sentence each. */
  definition: { place: string; reason: string; others?: string[] };
  /** `others`: how many places more there are. */
  'file-broken': { place: string; reason: string; others?: number };
  sql: { message: string; offset: number | null };
  /** A statement that was stopped because it took too long. */
  slow: { seconds: number };
  'row-gone': { table: string };
  /** A record that the person who is signed in may not write, or a link to one that they do not see. */
  'not-yours': { table: string };
  'wrong-pin': { name: string };
  /** A delete that records elsewhere stop; each of `by` names some and counts all. */
  linked: { name: string; by: LinkedBy[] };
  circle: { column: string; name: string };
  'undo-conflict': { label: string };
  cancelled: Record<never, never>;
  'picture-unreadable': { name: string };
  'picture-too-large': { name: string; width: number; height: number; most: number };
  'file-too-large': { name: string; size: number; most: number };
  /** The person does not let the app use something of the phone. */
  'not-allowed': { what: string };
  catalogue: { reason: 'down' | 'slow' | 'wrong' | 'none'; detail: string };
  /** A step of a routine that failed, and the row that it was run for; nothing of the routine stayed. */
  routine: { routine: string; step: string; row: string | null; reason: Problem };
  unexpected: { detail: string };
}

/** A thing that went wrong, as plain data. `describeProblem` turns it into words; nothing else words an error. */
export type Problem = { [C in keyof Problems]: { code: C } & Problems[C] }[keyof Problems];

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
