import type { WordsOf } from './words';
import { typeWords, type ValueType } from '@/core/sql';

/** What can be wrong with a routine and its steps. `text`: the expression that it is about. */
export interface RoutineFaultData {
  'start-without-table': object;
  'start-with-table': object;
  /** `through`: the routine that it leads to and that asks, or null where it asks itself. */
  'start-asks': { through: string | null };
  'starts-itself': { names: string[] };
  'name-taken': { name: string };
  'no-record': { text: string };
  /** `wanted` is null where the link leads nowhere. */
  'record-elsewhere': { text: string; wanted: string | null };
  'no-column-given': object;
  'filled-by-database': { text: string; column: string };
  'never-blank': { text: string; column: string };
  'given-blank': { text: string; column: string };
  'given-no-record': { text: string; column: string };
  'given-value': { text: string; reason: string };
  'given-type': { text: string; column: string; wanted: ValueType; found: ValueType };
  'given-twice': object;
  'given-missing': { column: string };
  'given-personal': { column: string };
  'set-nothing': object;
  'set-personal': { column: string };
  'no-copied-lines': object;
  'no-reset': object;
  'no-copied': object;
  'copied-blank': { column: string };
  'copied-same': { columns: string; canReset: boolean; canGive: boolean };
  'shows-a-record': { screen: string };
  'shows-another': { screen: string };
  'runs-on-none': { routine: string };
  'runs-on': { routine: string; record: string };
  'no-link': object;
  'unlinks-required': { column: string };
  'unlinks-whatever': object;
  'no-code-asked': object;
  'no-answer-column': object;
}

export const routineFaultWords: WordsOf<RoutineFaultData> = {
  'start-without-table': () => 'saving or deleting starts a routine of a table',
  'start-with-table': () => 'opening the app starts a routine that is of no table',
  'start-asks': ({ through }) =>
    [
      'a routine that asks a person or the catalogue cannot be started by saving or deleting',
      ...(through === null ? [] : [`and it leads to ${through}`]),
    ].join(', '),
  'starts-itself': ({ names }) => `it would start itself again: ${names.join(' → ')}`,
  'name-taken': ({ name }) => `“:${name}” is there already`,
  'no-record': ({ text }) => `“${text}” leads to no record`,
  'record-elsewhere': ({ text, wanted }) => `“${text}” leads to another table than ${wanted ?? 'that of the link'}`,
  'no-column-given': () => 'it gives a value to a column that is not there',
  'filled-by-database': ({ text, column }) => `“${text}”: ${column} is filled by the database`,
  'never-blank': ({ text, column }) => `“${text}”: ${column} is yes or no, not blank`,
  'given-blank': ({ text, column }) => `“${text}”: ${column} must not be blank`,
  'given-no-record': ({ text, column }) => `“${text}”: ${column} takes a record that a path leads to, such as :this`,
  'given-value': ({ text, reason }) => `“${text}”: ${reason}`,
  'given-type': ({ text, column, wanted, found }) =>
    `“${text}”: ${column} takes ${typeWords(wanted)}, not ${typeWords(found)}`,
  'given-twice': () => 'a column is given two values',
  'given-missing': ({ column }) => `${column} must not be blank: give it a value`,
  'given-personal': ({ column }) => `${column} is each person’s own: set it in a step after this one`,
  'set-nothing': () => 'it sets nothing: give a column a value',
  'set-personal': ({ column }) => `${column} is each person’s own: set it in a step of its own`,
  'no-copied-lines': () => 'it copies lines of a link that is not there',
  'no-reset': () => 'it resets a column that is not copied',
  'no-copied': () => 'it gives a value to a column that is not copied: set it in a step after this one',
  'copied-blank': ({ column }) => `${column} must not be blank, and so cannot be reset`,
  'copied-same': ({ columns, canReset, canGive }) => {
    const ways = [...(canReset ? ['reset it'] : []), ...(canGive ? ['give the copy another value'] : [])];
    return `${columns} must be different in every record: ${ways.join(', or ') || 'its records cannot be copied'}`;
  },
  'shows-a-record': ({ screen }) => `${screen} shows a record: say which`,
  'shows-another': ({ screen }) => `${screen} does not show this record`,
  'runs-on-none': ({ routine }) => `${routine} is of no record`,
  'runs-on': ({ routine, record }) => `${routine} needs a ${record} to run on`,
  'no-link': () => 'there is no such link of this record',
  'unlinks-required': ({ column }) => `${column} must not be blank: link it to another record instead`,
  'unlinks-whatever': () => 'it is unlinked from whatever it is linked to',
  'no-code-asked': () => 'it asks about a code that is not there',
  'no-answer-column': () => 'it sets a column that is not there',
};
