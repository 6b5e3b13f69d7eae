import { ProblemError } from '@/core/problem';
import { shippedDemo } from './shippedDemo';

const problemOf = (work: Promise<unknown>) =>
  work.then(
    () => null,
    (error: unknown) => (error instanceof ProblemError ? error.problem : error),
  );
const answer = (response: () => Promise<Response>) => jest.spyOn(globalThis, 'fetch').mockImplementation(response);

afterEach(() => jest.restoreAllMocks());

test('a demo that there is not, and one that cannot be fetched, are told apart', async () => {
  answer(async () => new Response('no such file', { status: 404 }));
  expect(await problemOf(shippedDemo('none'))).toEqual({ code: 'app-gone' });
  answer(async () => new Response('busy', { status: 503 }));
  expect(await problemOf(shippedDemo('theatre'))).toEqual({ code: 'demo-away' });
  answer(() => Promise.reject(new TypeError('Failed to fetch')));
  expect(await problemOf(shippedDemo('theatre'))).toEqual({ code: 'demo-away' });
});

test('it is its definition with the number of its rows, and a database', async () => {
  const asked = answer(async () => new Response('{"definition":{"id":"a"},"rows":3}'));
  const { definition, rows, database } = await shippedDemo('../a');
  expect([definition, rows, database.length]).toEqual([{ id: 'a' }, 3, 34]);
  expect(asked.mock.calls.map(([path]) => path)).toEqual(['/demos/..%2Fa.json', '/demos/..%2Fa.sqlite']);
});
