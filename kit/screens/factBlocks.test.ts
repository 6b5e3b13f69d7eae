import fc from 'fast-check';
import { factBlocks } from './factBlocks';
import type { CompiledSlot } from '@/core/compiled';
import type { ColumnKind } from '@/core/model';

const slot = (kind: ColumnKind, id: string = kind) => ({ id, column: { kind } }) as CompiledSlot;
const told = (kinds: readonly ColumnKind[], isFirst = true) =>
  factBlocks(
    kinds.map((kind) => slot(kind)),
    isFirst,
  ).map((block) => `${block.kind}: ${'slot' in block ? block.slot.id : block.slots.map(({ id }) => id).join(', ')}`);

test('a picture leads the first group, and no other', () => {
  expect(told(['picture', 'text'])).toEqual(['lead: picture', 'pairs: text']);
  expect(told(['picture', 'text'], false)).toEqual(['whole: picture', 'pairs: text']);
  expect(told(['text', 'picture'])).toEqual(['pairs: text', 'whole: picture']);
});

test('money and dates that follow one another stand together; one alone is a pair like its neighbours', () => {
  expect(told(['text', 'choice', 'money', 'date', 'yesNo', 'longText'])).toEqual([
    'pairs: text, choice',
    'figures: money, date',
    'pairs: yesNo',
    'whole: longText',
  ]);
  expect(told(['text', 'money', 'link'])).toEqual(['pairs: text, money, link']);
});

test('every fact stands once, in its order', () =>
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom<ColumnKind>('text', 'money', 'date', 'picture', 'longText', 'link', 'file')),
      fc.boolean(),
      (kinds, isFirst) => {
        const slots = kinds.map((kind, index) => slot(kind, String(index)));
        const blocks = factBlocks(slots, isFirst);
        expect(blocks.flatMap((block) => ('slot' in block ? [block.slot] : block.slots))).toEqual(slots);
      },
    ),
  ));
