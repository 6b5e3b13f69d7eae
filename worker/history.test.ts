import fc from 'fast-check';
import type { JournalEntry } from '@/core/store';
import { History } from './history';

const entry = (seq: number, marks: { undoes?: number; redoes?: number } = {}): JournalEntry => ({
  kind: 'rows',
  seq,
  label: String(seq),
  at: '',
  changeSet: '',
  ...marks,
});

describe('the history', () => {
  it('is that of an editor with two stacks, whatever is done', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('do', 'undo', 'redo'), { maxLength: 40 }), (steps) => {
        const entries: JournalEntry[] = [];
        let done: number[] = [];
        let undone: number[] = [];
        for (const step of steps) {
          const seq = entries.length + 1;
          const { undo, redo } = new History(entries);
          if (step === 'do') {
            entries.push(entry(seq));
            [done, undone] = [[...done, seq], []];
          } else if (step === 'undo' && undo.length > 0) {
            entries.push(entry(seq, { undoes: undo.at(-1)?.seq }));
            undone.push(done.pop() as number);
          } else if (step === 'redo' && redo.length > 0) {
            entries.push(entry(seq, { redoes: redo.at(-1)?.seq }));
            done.push(undone.pop() as number);
          }
        }
        const { undo, redo } = new History(entries);
        expect(undo.map(({ seq }) => seq)).toEqual(done);
        expect(redo.map(({ seq }) => seq)).toEqual(undone);
      }),
    );
  });

  it('can leave out one that is not the last', () => {
    const { undo, redo } = new History([entry(1), entry(2), entry(3, { undoes: 1 })]);
    expect([undo.map(({ seq }) => seq), redo.map(({ seq }) => seq)]).toEqual([[2], [1]]);
  });

  it('ends at an entry that is final, and forgets what is no longer kept', () => {
    const history = new History([
      entry(1),
      entry(2),
      { ...entry(3), final: true },
      entry(4),
      entry(5),
      entry(6, { undoes: 5 }),
    ]);
    expect([history.undo.map(({ seq }) => seq), history.redo.map(({ seq }) => seq)]).toEqual([[4], [5]]);
    history.forgetBefore(5);
    expect([history.undo.map(({ seq }) => seq), history.redo.map(({ seq }) => seq)]).toEqual([[], [5]]);
  });

  it('begins later than what it undoes where the older part was cut off', () => {
    expect(new History([entry(7), entry(8, { undoes: 3 })]).undo.map(({ seq }) => seq)).toEqual([7]);
  });
});
