import fc from 'fast-check';
import { acrossIn, factLines, listLines, rowHeight, SECTION_HEIGHT, titleLines } from './rowLayout';
import type { CompiledRow, CompiledSlot } from '@/core/compiled';

const slot = (id: string, maxLines?: number) => ({ id, key: id, ...(maxLines ? { maxLines } : {}) }) as CompiledSlot;

const row = (more: Partial<CompiledRow> = {}): CompiledRow => ({
  shape: 'rows',
  across: 1,
  minHeight: null,
  picture: null,
  title: null,
  badge: null,
  lines: [],
  edge: [],
  styles: [],
  cells: [],
  ...more,
});

describe('the lines of a list', () => {
  it('hold every row once and in order, under the heads of their sections, with no gap between', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 30 }), { maxLength: 12 }),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 48, max: 200 }),
        fc.boolean(),
        (counts, across, height, headed) => {
          const total = counts.reduce((sum, count) => sum + count, 0);
          const lines = listLines(total, headed ? counts : null, across, height);
          const all = Array.from({ length: lines.length }, (_, at) => ({
            line: lines.at(at),
            offset: lines.offset(at),
            height: lines.height(at),
          }));
          const rows = all.flatMap(({ line }) =>
            line.kind === 'rows' ? Array.from({ length: line.count }, (_, index) => line.first + index) : [],
          );
          expect(rows).toEqual(Array.from({ length: total }, (_, index) => index));
          expect(
            all.filter(({ line }) => line.kind === 'section').map(({ line }) => line.kind === 'section' && line.index),
          ).toEqual(headed ? counts.map((_, index) => index) : []);
          let y = 0;
          for (const { line, offset, height: own } of all) {
            expect(offset).toBe(y);
            expect(own).toBe(line.kind === 'section' ? SECTION_HEIGHT : height);
            expect(lines.rowAt(y + 1)).toBe(line.kind === 'section' ? null : line.first);
            y += own;
          }
        },
      ),
    );
  });
});

describe('a row', () => {
  it('is never lower than a finger needs, and as high as its lines ask for', () => {
    expect(rowHeight(row(), -8, 1)).toBeGreaterThanOrEqual(48);
    expect(rowHeight(row({ minHeight: 120 }), 0, 1)).toBe(120);
    expect(rowHeight(row({ lines: [slot('a'), slot('b')] }), 0, 1)).toBe(rowHeight(row({ lines: [slot('a')] }), 0, 1));
    expect(rowHeight(row({ lines: [slot('a'), slot('b', 3)] }), 0, 1)).toBe(
      rowHeight(row({ lines: [slot('a')] }), 0, 1) + 60,
    );
    expect(rowHeight(row({ lines: [slot('a')] }), 0, 1.45)).toBeGreaterThan(
      rowHeight(row({ lines: [slot('a')] }), 0, 1),
    );
  });

  it('breaks words on a card rather than cutting them, and is as high as that needs', () => {
    const lines = [slot('a'), slot('b'), slot('c', 3)];
    const card = row({ shape: 'cards', lines });
    expect(factLines(card).map(({ maxLines }) => maxLines)).toEqual([2, 3]);
    expect(titleLines(card)).toBe(2);
    expect(titleLines(row({ shape: 'cards', title: slot('t', 1) }))).toBe(1);
    expect(titleLines(row({ lines }))).toBe(1);
    expect(rowHeight(card, 0, 1)).toBe(rowHeight(row({ shape: 'cards', lines: [slot('a')] }), 0, 1) + 20 + 3 * 20);
  });

  it('lets facts flow together until one has lines of its own', () => {
    expect(
      factLines(row({ lines: [slot('a'), slot('b'), slot('c', 2), slot('d')] })).map(({ slots, maxLines }) => [
        slots.map(({ id }) => id).join(),
        maxLines,
      ]),
    ).toEqual([
      ['a,b', 1],
      ['c', 2],
      ['d', 1],
    ]);
  });

  it('has others beside it only where there is room', () => {
    expect([320, 390, 700, 1400].map((width) => acrossIn(row({ shape: 'cards', across: 4 }), width))).toEqual([
      2, 2, 4, 4,
    ]);
    expect([390, 700].map((width) => acrossIn(row({ across: 2 }), width))).toEqual([1, 2]);
  });
});
