import { problemOf } from '@/test/problemOf';
import { shippedDemo } from './shippedDemo';

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
  const plan = { id: 'a', name: 'A', theme: { accent: 'moss' }, tables: [] };
  const text = JSON.stringify({ definition: plan, rows: 3, releases: [] });
  const asked = answer(async () => new Response(text));
  const { definition, rows, database } = await shippedDemo('../a');
  expect([definition, rows, database.length]).toEqual([plan, 3, text.length]);
  expect(asked.mock.calls.map(([path]) => path)).toEqual(['/demos/..%2Fa.json', '/demos/..%2Fa.sqlite']);
});

test('what is no demo is not taken for one', async () => {
  for (const text of ['<!doctype html>', '{"definition":{"id":"a"},"rows":3,"releases":[]}']) {
    answer(async () => new Response(text));
    expect(await problemOf(shippedDemo('theatre'))).toEqual({ code: 'demo-away' });
  }
});
