import {
  invokeWorkerAsync,
  invokeWorkerSync,
  sendWorkerResult,
  workerMessageHandler,
} from '../../template/web/sqliteChannel';

type Sent = { id: number; data: { answer?: unknown; error?: unknown }; lockBuffer?: never; resultBuffer?: never };

/** A worker that answers at once with what it was sent. */
const echo = {
  postMessage: ({ id, data, lockBuffer, resultBuffer }: Sent) =>
    sendWorkerResult({
      id,
      result: data.answer,
      error: data.error ?? null,
      ...(lockBuffer && resultBuffer ? { syncTrait: { lockBuffer, resultBuffer } } : {}),
    }),
} as unknown as Worker;

/** More than the lowest byte of a length tells, and more than there is room for at first. */
const long = (length: number) => 'ä'.repeat(length);

test.each([null, 0, '', 'x', long(200), long(1_000_000), [1, 2.5, null], { rows: [{ name: 'Cape', id: 1 }] }])(
  'an answer comes whole',
  (answer) => {
    expect(invokeWorkerSync(echo, 'run', { answer })).toEqual(answer);
  },
);

test('bytes come as bytes, also many', () => {
  const bytes = Uint8Array.from({ length: 400_000 }, (_, at) => at % 256);
  expect(invokeWorkerSync(echo, 'run', { answer: [{ photo: bytes }] })).toEqual([{ photo: bytes }]);
});

test('what SQLite says of an error is told', () => {
  const refuse = () => invokeWorkerSync(echo, 'run', { error: new Error('UNIQUE constraint failed: garments.tag') });
  expect(refuse).toThrow('UNIQUE constraint failed: garments.tag');
});

test('what is not waited for comes as a message, answers and errors each to its own', async () => {
  const posted: { id: number; result: unknown; error: string | null }[] = [];
  Object.assign(globalThis, { self: { postMessage: (message: never) => posted.push(message) } });
  const first = invokeWorkerAsync(echo, 'run', { answer: 1 });
  const second = invokeWorkerAsync(echo, 'run', { error: new Error('no such table') });
  [...posted].reverse().forEach((data) => workerMessageHandler({ data } as MessageEvent));
  await expect(first).resolves.toBe(1);
  await expect(second).rejects.toThrow('no such table');
});
