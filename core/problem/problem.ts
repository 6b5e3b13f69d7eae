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
  /** The person does not let the app use something of the phone. */
  | { code: 'not-allowed'; what: string }
  | { code: 'catalogue'; reason: 'down' | 'slow' | 'wrong' | 'none'; detail: string }
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
