import fc from 'fast-check';
import { addressOf, placeAt, screenAt, type ScreenPaths } from './screenPaths';

const paths: ScreenPaths = {
  start: { path: '/' },
  garments: { path: '/garments' },
  garment: { path: '/garments/[id]' },
  garmentForm: { path: '/garments/new', edit: '/garments/[id]/edit' },
};

/** What Expo Router makes of an address. */
function paramsOf(address: string): Record<string, string> {
  const { pathname, searchParams } = new URL(address, 'http://app');
  const id = /\/(\d+)(\/|$)/.exec(pathname)?.[1];
  return { ...Object.fromEntries(searchParams), ...(id ? { id } : {}) };
}

const place = fc.record(
  {
    screenId: fc.constantFrom('garment', 'garmentForm'),
    recordId: fc.nat(),
    linked: fc.record({ columnId: fc.stringMatching(/^[a-zA-Z:-]{1,12}$/), recordId: fc.nat() }),
    values: fc.dictionary(
      fc.string({ minLength: 1 }).filter((key) => key !== '__proto__'),
      fc.oneof(fc.string(), fc.integer(), fc.constant(null)),
      { noNullPrototype: true },
    ),
  },
  { requiredKeys: ['screenId', 'recordId'], noNullPrototype: true },
);

test('a place comes back from its address', () => {
  fc.assert(
    fc.property(place, (there) => {
      expect(placeAt(there.screenId, paramsOf(addressOf(paths, there)))).toEqual(there);
    }),
  );
});

test.each([
  [{ id: '-1' }],
  [{ id: '1e3' }],
  [{ id: '99999999999999999999' }],
  [{ of: 'garment' }],
  [{ of: ':3' }],
  [{ with: '{' }],
  [{ with: '{"a":{"b":1}}' }],
])('what nobody could have meant is left out: %j', (params) => {
  const { screenId, values = {}, ...rest } = placeAt('garment', params);
  expect([screenId, values, rest]).toEqual(['garment', {}, {}]);
});

test('a route leads to its screen', () => {
  expect(
    ['index', 'garments/index', 'garments/[id]', 'garments/new', 'garments/[id]/edit', 'none'].map((route) =>
      screenAt(paths, route),
    ),
  ).toEqual(['start', 'garments', 'garment', 'garmentForm', 'garmentForm', undefined]);
});
