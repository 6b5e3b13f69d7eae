import type { WordsOf } from './words';

/** What can be wrong with what a screen names. */
export interface ScreenFaultData {
  'no-screen': object;
  'no-query': object;
  'query-elsewhere': object;
  given: { name: string };
  'no-routine': object;
  'routine-elsewhere': { name: string };
  'routine-not-scanned': { name: string };
  'no-side': object;
  'no-day': object;
  'no-last-day': object;
  'no-field': object;
  'no-line-field': object;
  'no-label-code': object;
  'no-row-routine': object;
  'no-filter': object;
  'no-code': object;
  'no-collecting': object;
  'collect-no-link': object;
  'collect-other-link': object;
  'collect-missing': { column: string };
  'collect-no-parent': object;
  'collect-no-count': object;
  'entry-of-person': object;
  'no-aggregated': { aggregate: string };
}

export const screenFaultWords: WordsOf<ScreenFaultData> = {
  'no-screen': () => 'it leads to a screen that is not there',
  'no-query': () => 'its query is not there',
  'query-elsewhere': () => 'its query selects rows of another table',
  given: ({ name }) => `it gives “:${name}”, which its query does not take`,
  'no-routine': () => 'the routine that it runs is not there',
  'routine-elsewhere': ({ name }) => `the routine ${name} is not of its table`,
  'routine-not-scanned': ({ name }) => `the routine ${name} is not of what is scanned`,
  'no-side': () => 'it shows records of a link that is not there',
  'no-day': () => 'its rows stand at a date that is not there',
  'no-last-day': () => 'its rows reach to a date that is not there',
  'no-field': () => 'it asks for a column that is not there',
  'no-line-field': () => 'its lines ask for a column that is not there',
  'no-label-code': () => 'its labels are of a code that is not there',
  'no-row-routine': () => 'the routine of its rows’ button is none that it runs',
  'no-filter': () => 'it filters by a column that is not there',
  'no-code': () => 'it looks for codes in a column that is not there',
  'no-collecting': () => 'a tap puts a row on a list that there is none of',
  'collect-no-link': () => 'its list is saved by a link that is not there',
  'collect-other-link': () => 'its list is saved by a link to another table than it is of',
  'collect-missing': ({ column }) => `its list cannot be saved: ${column} must not be blank`,
  'collect-no-parent': () => 'its list belongs to a record by a link that is not there',
  'collect-no-count': () => 'how often a thing is on the list is a whole number',
  'entry-of-person': () => 'an entry depends on the person, and the app has no people',
  'no-aggregated': ({ aggregate }) => `${aggregate} needs an expression`,
};
