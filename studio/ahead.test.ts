import { QueryObserver } from '@tanstack/react-query';
import fc from 'fast-check';
import type { Definition } from '@/core/model';
import { blank } from '@/test/host';
import { quietState } from '@/test/quietState';
import type { AppState, OpenState } from '@/worker';
import { isAhead, newestState, showAhead, shownState, takeTold } from './ahead';
import { keys, queryClient } from './queries';

const planOf = (name: string): Definition => ({ ...blank, name });
const nameShown = () => shownState('a')?.definition.name;

/** A worker that takes edits in their order when it is told to: each adds a letter to the name of the plan. */
class Worker {
  state: AppState = { ...quietState, seq: 0, undo: null, redo: null, definition: planOf('') };
  private waiting: { letter: string; keep: (state: AppState) => void; refuse: (error: Error) => void }[] = [];

  /** What the page that sent it would show. */
  send(letter: string): Promise<AppState> {
    return new Promise((keep, refuse) => void this.waiting.push({ letter, keep, refuse }));
  }

  /** Tells of what it has kept before it answers, or after: the two come by ways of their own. */
  keepNext(tellsFirst: boolean): void {
    const next = this.waiting.shift();
    if (!next) return;
    const { seq, definition } = this.state;
    this.state = { ...this.state, seq: seq + 1, definition: planOf(definition.name + next.letter) };
    if (tellsFirst) this.tell();
    next.keep(this.state);
    if (!tellsFirst) setTimeout(this.tell, 0);
  }

  refuseNext(): void {
    this.waiting.shift()?.refuse(new Error('The disk is full'));
  }

  /** Rows have changed. */
  change(): void {
    this.state = { ...this.state, seq: this.state.seq + 1 };
    this.tell();
  }

  tell = () => takeTold('a', this.state);

  get isDone(): boolean {
    return this.waiting.length === 0;
  }
}

const settled = () => new Promise((done) => setTimeout(done, 0));

function opened() {
  queryClient.clear();
  const worker = new Worker();
  const observer = new QueryObserver<OpenState>(queryClient, {
    queryKey: keys.app('a'),
    queryFn: () => Promise.resolve({ kind: 'open', state: worker.state }),
    staleTime: Infinity,
  });
  worker.tell();
  const close = observer.subscribe(() => undefined);
  const edit = (letter: string) => {
    const shown = nameShown() ?? '';
    return showAhead('a', planOf(shown + letter), worker.send(letter)).catch(() => undefined);
  };
  return { worker, edit, close };
}
afterEach(() => queryClient.clear());

const step = fc.oneof(
  fc.record({ kind: fc.constant('edit' as const), letter: fc.constantFrom('x', 'y', 'z') }),
  fc.record({ kind: fc.constant('keep' as const), tellsFirst: fc.boolean() }),
  fc.record({ kind: fc.constant('refuse' as const) }),
  fc.record({ kind: fc.constant('change' as const) }),
);

test('what was edited is shown until it is kept, whatever is told meanwhile; then what is kept is', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(step, { maxLength: 12 }), async (steps) => {
      const { worker, edit, close } = opened();
      let expected = '';
      let isRefused = false;
      for (const each of steps) {
        if (each.kind === 'edit') {
          expected = (nameShown() ?? '') + each.letter;
          void edit(each.letter);
        } else if (each.kind === 'keep') worker.keepNext(each.tellsFirst);
        else if (each.kind === 'change') worker.change();
        else {
          isRefused ||= !worker.isDone;
          worker.refuseNext();
        }
        await settled();
        // Nothing of before is shown in between, whether or not the last of them has been told of.
        if (!isRefused) expect(nameShown()).toBe(expected);
        expect(isAhead('a')).toBe(!worker.isDone);
      }
      while (!worker.isDone) worker.keepNext(true);
      await settled();
      await settled();
      expect(shownState('a')).toEqual(worker.state);
      close();
    }),
    { numRuns: 150 },
  );
});

test('an app that is lost meanwhile is not opened again for an edit that is refused', async () => {
  const { worker, edit, close } = opened();
  const fetched = jest.spyOn(queryClient, 'invalidateQueries');
  const edited = edit('x');
  worker.tell();
  queryClient.setQueryData<OpenState>(keys.app('a'), { kind: 'doubt' });
  worker.refuseNext();
  await edited;
  expect(fetched).not.toHaveBeenCalled();
  expect(queryClient.getQueryData(keys.app('a'))).toEqual({ kind: 'doubt' });
  close();
});

test('what was told and stands back is known to be newer than what is shown', async () => {
  const { worker, edit, close } = opened();
  const edited = edit('x');
  worker.change();
  expect([shownState('a')?.seq, newestState('a')?.seq]).toEqual([0, 1]);
  worker.keepNext(true);
  await edited;
  expect([shownState('a')?.seq, newestState('a')?.seq]).toEqual([2, 2]);
  close();
});

test('rows that changed before an edit was kept bring nothing of before it back, when that is told of late', async () => {
  const { worker, edit, close } = opened();
  const edited = edit('x');
  worker.change();
  worker.keepNext(false);
  await edited;
  expect(nameShown()).toBe('x');
  await settled();
  expect(shownState('a')).toEqual(worker.state);
  close();
});
