import fc from 'fast-check';
import { demos } from '@/demo';
import { type Address, pathOf, readAddress, placeOfRoom } from './address';
import { tabTitle } from './title';

const id = fc.stringMatching(/^[A-Za-z0-9_-]{1,40}$/);

test('what is open is read back from its address', () => {
  const address = fc.oneof(
    fc.record<Address>({ room: fc.constantFrom('plan', 'sql', 'run', 'code') }),
    fc.record({ room: fc.constant('code' as const), id: fc.constantFrom('app/(tabs)/garments/[id].tsx', 'of:t1') }),
    fc.record({ room: fc.constantFrom('tables' as const, 'screens' as const), id }),
    fc.record({
      room: fc.constant('tables' as const),
      id,
      part: fc.record({ kind: fc.constantFrom('columns', 'keys'), id }),
    }),
    fc.record({ room: fc.constant('tables' as const), id, part: fc.constant({ kind: 'naming', id: '' }) }),
  );
  fc.assert(
    fc.property(address, (each) => {
      const [path = '', query] = pathOf('app', each).split('?file=');
      const segments = path.split('/').slice(3).map(decodeURIComponent);
      expect(readAddress(segments, query && decodeURIComponent(query))).toEqual(each);
    }),
  );
});

test('an address of nothing is the plan', () => {
  for (const room of ['', 'nothing', 'toString', '__proto__']) expect(readAddress([room])).toEqual({ room: 'plan' });
  expect(readAddress([])).toEqual({ room: 'plan' });
});

test('every thing belongs to a place, and the tab says what is open', () => {
  const { definition } = demos.theatre();
  const title = (...segments: string[]) => tabTitle(definition, readAddress(segments));
  expect(placeOfRoom('queries')).toBe('screens');
  expect(title('tables', 't3', 'columns', 't3-02')).toBe('Tag, Garments · Lantern Lane Playhouse');
  expect(title('rows', 't3')).toBe('Garments · Lantern Lane Playhouse');
  expect(title('screens')).toBe('Screens · Lantern Lane Playhouse');
  expect(title('sql')).toBe('SQL · Lantern Lane Playhouse');
  // What has gone is told by where it was.
  expect(title('tables', 'gone')).toBe('Plan · Lantern Lane Playhouse');
});
