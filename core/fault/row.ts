import type { WordsOf } from './words';

/** What can be wrong with rows in a file, apart from their values. */
export interface RowFaultData {
  'row-length': { wanted: number; found: number };
  'row-id': object;
  'row-id-twice': { id: number };
}

export const rowFaultWords: WordsOf<RowFaultData> = {
  'row-length': ({ wanted, found }) => `expected ${wanted} values, found ${found}`,
  'row-id': () => 'expected a whole number above 0, and at most 2^52, as id',
  'row-id-twice': ({ id }) => `the id ${id} is there twice`,
};
