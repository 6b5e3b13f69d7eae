import { runInNewContext } from 'node:vm';
import { begin } from '../scripts/begin.mjs';

const demo = { path: '/demo', appId: 'a1', recalled: '/demos/a.json' };

/** What a page at `pathname` has done when it has begun, and after its worker was asked for twice. */
function begun(pathname: string, localStorage: object | null) {
  const done: string[] = [];
  const context: Record<string, unknown> = {
    location: { pathname },
    Worker: class {
      constructor(script: string, { name }: { name: string }) {
        done.push(`starts ${script} at ${name}`);
      }
      addEventListener() {}
    },
    fetch: (path: string) => {
      done.push(`fetches ${path}`);
      return Promise.reject(new TypeError('Failed to fetch'));
    },
  };
  if (localStorage) context.localStorage = localStorage;
  runInNewContext(`(${begin})("/w.js", ${JSON.stringify(demo)}, "kept/")`, context);
  const atOnce = [...done];
  const start = context.fernWorker as () => unknown;
  expect(start()).toBe(start());
  return { atOnce, later: done.slice(atOnce.length) };
}

const starts = (pathname: string) => `starts /w.js at ${pathname}`;

test.each([
  ['the shelf', '/', { 'kept/a1': '…' }],
  ['an app that was never open', '/apps/a2/run', { 'kept/a1': '…' }],
  ['a browser that keeps nothing', '/demo', null],
  // Whoever has been elsewhere may have been at the demo, too, and have changed it.
  ['the demo where another app is kept', '/demo', { 'kept/a2': '…' }],
  ['the demo that was changed last', '/demo', { 'kept/': '' }],
])('the worker starts at once for %s', (_, pathname, kept) => {
  expect(begun(pathname, kept)).toEqual({ atOnce: [starts(pathname)], later: [] });
});

test.each(['/apps/a1/run', '/apps/a1/tables/t1', '/demo'])(
  'what is kept is drawn before the worker starts at %s, whose script comes meanwhile',
  (pathname) => {
    expect(begun(pathname, { 'kept/a1': '…', other: '…' })).toEqual({
      atOnce: ['fetches /w.js'],
      later: [starts(pathname)],
    });
  },
);

test('the demo is drawn of what is shipped where nothing was ever kept', () => {
  expect(begun('/demo', {})).toEqual({
    atOnce: ['fetches /demos/a.json', 'fetches /w.js'],
    later: [starts('/demo')],
  });
});
