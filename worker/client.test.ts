import { expose } from 'comlink';
import { ProblemError } from '@/core/problem';
import { startWorker } from './client';

/** A client, and what reaches a worker that answers each call with its name. */
function started() {
  const { port1, port2 } = new MessageChannel();
  const reached: string[] = [];
  const ok = (value: unknown) => ({ ok: true, value });
  expose(
    {
      listen: () => undefined,
      call: (method: string) => {
        reached.push(method);
        return method === 'open' ? { ok: false, problem: { code: 'store-doubt' } } : ok(method);
      },
      readAll: (calls: unknown[][]) => {
        reached.push(`read ${calls.map(([appId]) => String(appId)).join(' ')}`);
        return calls.map(([appId]) => ok(appId));
      },
    },
    port1,
  );
  port2.start();
  globalThis.fernWorker = () => port2 as unknown as Worker;
  const { api, hold } = startWorker(() => undefined);
  const call = api as unknown as Record<'read' | 'edit' | 'undo' | 'open', (appId: string) => Promise<unknown>>;
  const end = () => {
    port1.close();
    port2.close();
    delete globalThis.fernWorker;
  };
  return { call, hold, reached, end };
}

const turn = () => new Promise((done) => setTimeout(done, 0));

test('what is read in one turn goes as one message, and each has its own answer', async () => {
  const { call, reached, end } = started();
  expect(await Promise.all([call.read('hats'), call.read('masks')])).toEqual(['hats', 'masks']);
  expect(reached).toEqual(['read hats masks']);
  end();
});

test('calls that are held go in the order they were made in: what was read before an edit is not read after it', async () => {
  const { call, hold, reached, end } = started();
  let draw = () => undefined as void;
  hold(new Promise<void>((resolve) => (draw = resolve)));
  const answers = [call.read('before')];
  await turn();
  answers.push(call.edit('app'));
  await turn();
  answers.push(call.read('after'));
  await turn();
  expect(reached).toEqual([]);
  draw();
  expect(await Promise.all(answers)).toEqual(['before', 'edit', 'after']);
  expect(reached).toEqual(['read before', 'edit', 'read after']);
  // Held no longer, they go at once.
  await call.undo('app');
  expect(reached).toHaveLength(4);
  end();
});

test('a problem that the worker tells of comes as an error that can be described', async () => {
  const { call, end } = started();
  await expect(call.open('app')).rejects.toThrow(ProblemError);
  end();
});
