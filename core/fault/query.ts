import type { WordsOf } from './words';
import { typeWords, type ValueType } from '@/core/sql';

/** What can be wrong with a query, and with any expression of a query, a screen or a routine. */
export interface QueryFaultData {
  'no-table': object;
  'parameter-twice': { name: string };
  'parameter-of-person': { name: string };
  'parameter-value': { name: string; kind: string; value: string };
  /** Where an expression gives something else than its place needs. */
  'no-condition': { text: string; found: ValueType };
  'no-tone': { text: string; found: ValueType };
  'no-number': { text: string; found: ValueType };
  /** Of SQL that was written by hand; `start`: UTF-16 units from its beginning. */
  'sql-start': { start: number };
  'sql-semicolon': { start: number };
  'sql-character': { start: number };
  'sql-open-quote': { start: number; quote: string };
  'sql-after-parameter': { start: number; name: string };
  'sql-no-parameter': { start: number; name: string; near: string | null };
  'sql-schema': { start: number; name: string };
  'sql-not-of-plan': { start: number; name: string };
  'sql-kept-apart': { start: number; name: string };
  'sql-closes-none': { start: number };
  'sql-open-bracket': { start: number };
  'sql-open-comment': { start: number };
}

const notOf = (what: string, { text, found }: { text: string; found: ValueType }) =>
  `“${text}”: ${what}, not ${typeWords(found)}`;

export const queryFaultWords: WordsOf<QueryFaultData> = {
  'no-table': () => 'its table is not there',
  'parameter-twice': ({ name }) => `the parameter “:${name}” is there already`,
  'parameter-of-person': ({ name }) => `the parameter “:${name}” is of the person, and the app has no people`,
  'parameter-value': ({ name, kind, value }) => `the parameter “:${name}” takes a ${kind}, not “${value}”`,
  'no-condition': (data) => notOf('a condition is yes or no', data),
  'no-tone': (data) => notOf('a tone is text', data),
  'no-number': (data) => notOf('this takes a number', data),
  'sql-start': () => 'a query begins with SELECT or WITH',
  'sql-semicolon': () => 'one statement, without a semicolon',
  'sql-character': () => 'this is no character of SQL',
  'sql-open-quote': ({ quote }) => `${quote} is not closed`,
  'sql-after-parameter': ({ name }) => `nothing may follow “${name}” without a blank`,
  'sql-no-parameter': ({ name, near }) =>
    `there is no parameter “${name}”${near === null ? '' : `; did you mean “:${near}”?`}`,
  'sql-schema': ({ name }) => `name the table without “${name}.”`,
  'sql-not-of-plan': ({ name }) => `“${name}” is not of the plan`,
  'sql-kept-apart': ({ name }) => `“${name}” holds what is for single people; ask the table itself`,
  'sql-closes-none': () => 'this bracket closes none',
  'sql-open-bracket': () => 'a bracket is not closed',
  'sql-open-comment': () => 'a comment is not closed',
};
