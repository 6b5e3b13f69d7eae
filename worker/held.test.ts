import fc from 'fast-check';
import { HeldCalls } from './held';

const settled = () => new Promise((done) => setTimeout(done, 0));

test('calls go in the order they are made in, at once unless they are held, and each has its own answer', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(fc.constantFrom('call', 'hold', 'end'), { maxLength: 20 }), async (steps) => {
      const calls = new HeldCalls();
      const sent: number[] = [];
      const answers: Promise<number>[] = [];
      let end: (() => void) | null = null;
      for (const step of steps) {
        if (step === 'hold') calls.hold(new Promise<void>((resolve) => (end ??= resolve)));
        if (step === 'call') {
          const number = answers.length;
          answers.push(
            calls.send(() => {
              sent.push(number);
              return Promise.resolve(number);
            }),
          );
          if (!end) expect(sent).toContain(number);
          else expect(sent).not.toContain(number);
        }
        if (step === 'end' && end) {
          (end as () => void)();
          end = null;
          await settled();
          expect(sent).toHaveLength(answers.length);
        }
      }
      (end as (() => void) | null)?.();
      expect(await Promise.all(answers)).toEqual(answers.map((_, number) => number));
      expect(sent).toEqual(answers.map((_, number) => number));
    }),
  );
});

test('what holds them may fail; a call that fails says so to whoever made it, and holds up no other', async () => {
  const calls = new HeldCalls();
  calls.hold(Promise.reject(new Error('no frame')));
  const refused = calls.send(() => Promise.reject(new Error('the disk is full')));
  const kept = calls.send(() => Promise.resolve('kept'));
  await expect(refused).rejects.toThrow('the disk is full');
  await expect(kept).resolves.toBe('kept');
});
