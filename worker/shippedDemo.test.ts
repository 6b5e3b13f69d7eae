import { demos } from '@/demo';
import { problemOf } from '@/test/problemOf';
import { shippedAs } from './install';
import { demoIds } from './demoIds';
import { askedEarly, shippedDemo } from './shippedDemo';

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

const plan = { id: 'a', name: 'A', theme: { accent: 'moss' }, tables: [] };
const starting = { tables: [], rows: { t1: { columns: [], rows: [[1], [2]] }, t2: { columns: [], rows: [[1]] } } };

test('one that does not come whole is told', async () => {
  answer(async () => Object.assign(new Response('{'), { arrayBuffer: () => Promise.reject(new TypeError('cut off')) }));
  expect(await problemOf(load('theatre'))).toEqual({ code: 'demo-away' });
});

test('it is its document as it is stored, its definition with the number of its rows, and a database', async () => {
  const text = JSON.stringify({ definition: plan, starting, releases: null, upgrade: null });
  const asked = answer(async () => new Response(text));
  const { definition, rows, document, database } = await load('theatre');
  expect([definition, rows, database.length]).toEqual([plan, 3, text.length]);
  expect(new TextDecoder().decode(document)).toBe(text);
  expect(asked.mock.calls.map(([path]) => path)).toEqual(['/demos/theatre.json', '/demos/theatre.sqlite']);
});

test('what is no demo is not taken for one', async () => {
  const noRows = { ...starting, rows: { t1: { columns: [] } } };
  for (const text of [
    '<!doctype html>',
    JSON.stringify({ definition: { id: 'a' }, starting }),
    JSON.stringify({ definition: plan, starting: null }),
    JSON.stringify({ definition: plan, starting: noRows }),
  ]) {
    answer(async () => new Response(text));
    expect(await problemOf(load('theatre'))).toEqual({ code: 'demo-away' });
  }
});

test('under another id all that is stored of it says that id', () => {
  const newest = { definition: { ...plan, name: 'Then' }, starting: 'today' };
  const stored = { definition: plan, starting, releases: { newest, list: [{ id: 'r1' }] }, upgrade: null };
  const app = { definition: plan as never, rows: 3, database: new Uint8Array(1) };
  const document = new TextEncoder().encode(JSON.stringify(stored));
  const renamed = shippedAs({ ...app, document }, { ...plan, id: 'b' } as never);
  expect(JSON.parse(new TextDecoder().decode(renamed.document))).toEqual({
    ...{ starting, upgrade: null, definition: { ...plan, id: 'b' } },
    releases: { list: [{ id: 'r1' }], newest: { starting: 'today', definition: { ...plan, id: 'b', name: 'Then' } } },
  });
  expect([renamed.definition.id, renamed.rows, renamed.database]).toEqual(['b', 3, app.database]);
});

describe('asked for early', () => {
  const text = JSON.stringify({ definition: plan, starting, releases: null, upgrade: null });
  const wanted = (demo: ReturnType<typeof shippedDemo>) => demo?.load() ?? Promise.reject(new Error('there is none'));

  test('it is asked for once, and any other as ever', async () => {
    const asked = answer(async () => new Response(text));
    const demo = askedEarly('theatre', async () => false);
    expect((await wanted(demo('theatre'))).definition).toEqual(plan);
    expect((await wanted(demo('apiary'))).rows).toBe(3);
    expect(asked).toHaveBeenCalledTimes(4);
    // It is not held on to.
    await wanted(demo('theatre'));
    expect(demo('none')).toBeNull();
    expect(asked.mock.calls.map(([path]) => path)).toEqual([
      ...['/demos/theatre.json', '/demos/theatre.sqlite', '/demos/apiary.json', '/demos/apiary.sqlite'],
      ...['/demos/theatre.json', '/demos/theatre.sqlite'],
    ]);
  });

  test('it is not where it stands on the shelf already, or cannot be known to', async () => {
    const asked = answer(async () => new Response(text));
    for (const isThere of [async () => true, () => Promise.reject(new Error('no storage'))]) {
      const demo = askedEarly('theatre', isThere);
      await new Promise((resolve) => setTimeout(resolve, 5));
      expect(asked).not.toHaveBeenCalled();
      expect((await wanted(demo('theatre'))).rows).toBe(3);
      asked.mockClear();
    }
  });

  test('what fails early is asked for anew', async () => {
    answer(() => Promise.reject(new TypeError('Failed to fetch')));
    const demo = askedEarly('theatre', async () => false);
    await new Promise((resolve) => setTimeout(resolve, 5));
    answer(async () => new Response(text));
    expect((await wanted(demo('theatre'))).rows).toBe(3);
    answer(() => Promise.reject(new TypeError('Failed to fetch')));
    expect(await problemOf(wanted(askedEarly('theatre', async () => false)('theatre')))).toEqual({ code: 'demo-away' });
  });
});
