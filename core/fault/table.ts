import { type ExpressionFault, expressionFaultWords } from '@/core/expression';
import { type Limit, limitWords } from './limit';
import type { WordsOf } from './words';

/** What can be wrong with tables, columns, keys and people; by its code, with what is needed to say it. */
export interface TableFaultData {
  /** A limit of the format, and the setting that breaks it, as people call it. */
  limit: { setting: string; limit: Limit };
  twice: { name: string };
  'no-such': { what: 'table' | 'column' | 'screen' };
  'reserved-name': object;
  'name-of-person': object;
  /** `text`: the expression, where its place alone does not tell which it is. */
  expression: { text?: string; of: ExpressionFault };
  'expression-length': { most: number };
  'lengths-crossed': object;
  'limits-crossed': object;
  'no-pattern': object;
  'no-date': object;
  unit: { units: readonly string[] };
  'link-default': object;
  'link-required': object;
  'link-elsewhere': object;
  'inverse-taken': { record: string; name: string };
  'choice-twice': object;
  'today-elsewhere': object;
  'yes-no-elsewhere': object;
  /** A value that its column does not take, in the words of the kind of column. */
  value: { reason: string };
  'key-column-twice': object;
  'key-column': { name: string };
  'key-twice': object;
  'people-owned': object;
  'people-link': object;
  'owned-without-people': object;
  'personal-without-people': object;
  'personal-filled': object;
  'personal-required': object;
  'personal-default': object;
}

export const tableFaultWords: WordsOf<TableFaultData> = {
  limit: ({ setting, limit }) => [setting, limitWords(limit)].filter(Boolean).join(': '),
  twice: ({ name }) => `“${name}” is there twice`,
  'no-such': ({ what }) => `there is no ${what} with this id`,
  'reserved-name': () => '“id” is the primary key’s',
  'name-of-person': () => 'a record has one name for everyone, not one for each person',
  expression: ({ text, of }) => `${text === undefined ? '' : `“${text}”: `}${expressionFaultWords(of)}`,
  'expression-length': ({ most }) => `an expression has 1 to ${most.toLocaleString('en')} characters`,
  'lengths-crossed': () => 'the least length is above the greatest',
  'limits-crossed': () => 'the least is above the greatest',
  'no-pattern': () =>
    'the pattern is no regular expression (look-ahead, look-behind and back references are not among them)',
  'no-date': () => 'a limit is no date such as 2026-11-24',
  unit: ({ units }) => `expected one of ${units.join(', ')}`,
  'link-default': () => 'a link has no default',
  'link-required': () => 'a link that must be filled in cannot be unlinked',
  'link-elsewhere': () => 'only a link of a table to itself can go round in a circle',
  'inverse-taken': ({ record, name }) => `a ${record} already has something called “${name}”`,
  'choice-twice': () => 'a choice is there twice',
  'today-elsewhere': () => '“today” is for dates',
  'yes-no-elsewhere': () => 'expected no yes or no here',
  value: ({ reason }) => reason,
  'key-column-twice': () => 'a column is in it twice',
  'key-column': ({ name }) => `${name} cannot be part of it`,
  'key-twice': () => 'this is there already',
  'people-owned': () => 'the people themselves are there for everyone',
  'people-link': () => 'a table that holds a link cannot hold people',
  'owned-without-people': () => 'rows can belong to a person only where the app has people',
  'personal-without-people': () => 'a value for each person needs people in the app',
  'personal-filled': () => 'only a value that people fill in can be one for each person',
  'personal-required': () => 'a value for each person can be neither required nor unique',
  'personal-default': () => 'a value for each person begins blank',
};
