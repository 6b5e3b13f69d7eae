import { describeImpact } from './describeImpact';
import type { Impact } from './impact';

const impact: Impact = {
  kind: 'blanks',
  blocks: true,
  table: 'Hats',
  column: 'Maker',
  columnId: 'c',
  count: 2,
  total: 7,
  samples: [],
};

describe('what an edit would do, in words', () => {
  it.each<[Partial<Impact>, string]>([
    [{}, 'Maker would be blank in 2 of 7 rows of Hats. Choose what to fill in.'],
    [{ kind: 'table-removed', count: 1, total: 1 }, 'Hats and its 1 row go; undo brings them back.'],
    [
      { kind: 'column-removed', samples: ['Aldo'] },
      'Maker holds a value in 2 of 7 rows of Hats, such as “Aldo”. They go with the column; undo brings them back.',
    ],
    [
      { kind: 'values-changed', samples: ['XL', 'M'] },
      '2 of 7 rows hold a value that Maker could not keep as it is, such as “XL”, “M”. It is rounded or left blank; undo brings it back.',
    ],
    [
      { kind: 'duplicates', samples: [12] },
      '2 of 7 rows of Hats share their Maker with another, such as “12”. Make them different first.',
    ],
  ])('%j', (changes, words) => expect(describeImpact({ ...impact, ...changes })).toBe(words));
});
