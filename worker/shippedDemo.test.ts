import { demos } from '@/demo';
import { problemOf } from '@/test/problemOf';
import { demoIds, shippedDemo } from './shippedDemo';

const answer = (response: () => Promise<Response>) => jest.spyOn(globalThis, 'fetch').mockImplementation(response);

afterEach(() => jest.restoreAllMocks());

const load = (name: string) => shippedDemo(name)?.load() ?? Promise.reject(new Error('there is none'));

test('each is known by its id before it is fetched', () => {
  const ids = Object.entries(demos).map(([name, make]) => [name, make().definition.id]);
  expect(Object.fromEntries(ids)).toEqual(demoIds);
  expect(['none', 'toString'].map(shippedDemo)).toEqual([null, null]);
});

test('one that cannot be fetched is told', async () => {
  answer(async () => new Response('busy', { status: 503 }));
  expect(await problemOf(load('theatre'))).toEqual({ code: 'demo-away' });
  answer(() => Promise.reject(new TypeError('Failed to fetch')));
  expect(await problemOf(load('theatre'))).toEqual({ code: 'demo-away' });
});

test('it is its definition with the number of its rows, and a database', async () => {
  const plan = { id: 'a', name: 'A', theme: { accent: 'moss' }, tables: [] };
  const text = JSON.stringify({ definition: plan, rows: 3, releases: [] });
  const asked = answer(async () => new Response(text));
  const { definition, rows, database } = await load('theatre');
  expect([definition, rows, database.length]).toEqual([plan, 3, text.length]);
  expect(asked.mock.calls.map(([path]) => path)).toEqual(['/demos/theatre.json', '/demos/theatre.sqlite']);
});

test('what is no demo is not taken for one', async () => {
  for (const text of ['<!doctype html>', '{"definition":{"id":"a"},"rows":3,"releases":[]}']) {
    answer(async () => new Response(text));
    expect(await problemOf(load('theatre'))).toEqual({ code: 'demo-away' });
  }
});
