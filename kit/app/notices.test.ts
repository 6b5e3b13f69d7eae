import { earlierShown, noticed, type Notices, withoutUndone, type KitNotice } from './notices';

const done = (undoSeq: number): KitNotice => ({ text: `Saved ${undoSeq}`, tone: 'done', undoSeq });
const problem: KitNotice = { text: 'No room', tone: 'problem' };
const seqs = (notices: Notices) => notices.map(({ undoSeq }) => undoSeq ?? 'problem');

test('a notice that comes leaves the one before its way back; three wait at most', () => {
  const three = [1, 2, 3, 4].map(done).reduce<Notices>(noticed, []);
  expect(seqs(three)).toEqual([2, 3, 4]);
  expect(seqs(earlierShown(three))).toEqual([4, 2, 3]);
  expect(seqs(earlierShown(earlierShown(earlierShown(three))))).toEqual([2, 3, 4]);
  expect(noticed(three, null)).toEqual([]);
});

test('what was undone is told no more; a problem goes with the next notice', () => {
  const two = [done(1), done(2)].reduce<Notices>(noticed, []);
  expect(seqs(withoutUndone(two, 2))).toEqual([1]);
  expect(withoutUndone(two, 9)).toBe(two);
  expect(seqs(noticed(noticed(two, problem), done(3)))).toEqual([1, 2, 3]);
  expect(seqs(noticed(two, problem))).toEqual([1, 2, 'problem']);
});
