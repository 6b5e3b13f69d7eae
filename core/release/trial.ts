import type { Account } from './account';
import type { Impact } from '@/core/schema';

/** What an upgrade is tried on: the rows of the bench phone, brought back to the release, or rows that are hard on it. */
export type Subject = 'rows-of-now' | 'difficult-rows';

/** What came of an upgrade that was tried on a copy. */
export interface Trial {
  subject: Subject;
  rows: number;
  /** What the rows would lose or stand in the way of. */
  impacts: Impact[];
  /** Why it could not be tried or made, in words; the old database was there whole. */
  fault: string | null;
  account: Account;
  /** What `integrity_check` and `foreign_key_check` say of the database after it; nothing where it is sound. */
  unsound: string[];
  /** Statements of the newer app that fail on it, in words. */
  failing: string[];
  /** How many statements of the newer app were run. */
  ran: number;
  /** After how many statements it was cut off, and how often the old database was then there to the byte. */
  cuts: { tried: number; whole: number };
  milliseconds: number;
}

/** An upgrade, and what came of trying it. */
export interface Rehearsal {
  statements: string[];
  trials: Trial[];
}
