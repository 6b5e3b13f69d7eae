import fc from 'fast-check';
import { copyableParts, copyParts } from './copyParts';
import { applyEdit } from './edit';
import { definitionFaults } from '@/core/check';
import type { Screen } from '@/core/model';
import { screensOf } from '@/core/plan';
import { theatre } from '@/demo';

const { definition } = theatre(3);
const { list } = screensOf(definition);
const screen = (id: string): Screen => list.find((each) => each.id === id) as Screen;
let made = 0;
const newId = () => `n${++made}`;

describe('parts copied between screens', () => {
  it('leave a definition in which nothing is wrong, whatever is copied where', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...list),
        fc.constantFrom(...list),
        fc.infiniteStream(fc.boolean()),
        (from, to, choice) => {
          const parts = copyableParts(definition, from, to);
          const chosen = parts.filter(() => choice.next().value === true).map(({ id }) => id);
          const copied = copyParts(definition, from, to, chosen, newId);
          expect([copied.id, copied.name]).toEqual([to.id, to.name]);
          const { definition: after } = applyEdit(definition, { kind: 'setScreen', screen: copied });
          expect(definitionFaults(after)).toEqual([]);
          if (chosen.length === 0) expect(copied).toEqual(to);
        },
      ),
      { numRuns: 150 },
    );
  });

  it('of another table come only where their expressions mean something there', () => {
    // Loans and overdue loans are of one table; garments have no due date.
    expect(copyableParts(definition, screen('overdue'), screen('list-t5')).map(({ name }) => name)).toEqual([
      'The row',
      'The totals',
    ]);
    expect(copyableParts(definition, screen('overdue'), screen('list-t3'))).toEqual([]);
    expect(copyableParts(definition, screen('overdue'), screen('record-t5'))).toEqual([]);
  });

  it('of a form take the place of a field that is there, and never ask twice', () => {
    const copied = copyParts(
      definition,
      screen('form-t6'),
      screen('form-t6'),
      copyableParts(definition, screen('form-t6'), screen('form-t6')).map(({ id }) => id),
      newId,
    );
    const columns =
      copied.kind === 'form'
        ? (copied.parts ?? []).flatMap((part) => (part.kind === 'field' ? [part.columnId] : []))
        : [];
    expect(new Set(columns).size).toBe(columns.length);
  });

  it('of a menu come after its own, under ids of their own', () => {
    const start = screen('start');
    const copied = copyParts(definition, start, start, ['now', 'to-overdue'], newId);
    if (copied.kind !== 'menu' || start.kind !== 'menu') throw new Error('the start is a menu');
    expect(copied.entries.slice(0, start.entries.length)).toEqual(start.entries);
    expect(copied.entries.slice(start.entries.length).map(({ kind }) => kind)).toEqual(['heading', 'screen']);
    expect(new Set(copied.entries.map(({ id }) => id)).size).toBe(copied.entries.length);
  });
});
