import fc from 'fast-check';
import type { AppState, ReadRequest, ReadResult } from '@/worker';
import { appAt, nameOfRead, parseKept, parseShipped, printKept, type Recalled } from './recalled';

const reads = { tables: {}, unknown: false } as unknown as ReadResult['reads'];
const recalled = (rows: ReadResult['rows'], appId = 'a1'): Recalled => ({
  appId,
  state: { seq: 3 } as AppState,
  reads: [{ request: { sql: 'SELECT 1', person: null } as ReadRequest, result: { rows, reads } }],
});

test.each([
  ['/demo', 'lantern-lane'],
  ['/apps/a1', 'a1'],
  ['/apps/a1/tables/t3/columns/t3-02', 'a1'],
  ['/', null],
  ['/apps/', null],
  ['/notices', null],
])('a page at %s begins with %s', (path, id) => expect(appAt(path)).toBe(id));

test('reads are told apart by what they ask, not by how that is written down', () => {
  const request: ReadRequest = { sql: 'SELECT 1', params: {}, person: null };
  expect(nameOfRead(request)).toBe(nameOfRead({ sql: 'SELECT 1' }));
  for (const other of [{ sql: 'SELECT 2' }, { person: 1 }, { params: { day: '2026-12-01' } }])
    expect(nameOfRead({ ...request, ...other })).not.toBe(nameOfRead(request));
});

test('what was kept comes back as it was, to the same build and for the same app alone', () => {
  const value = fc.oneof(fc.string(), fc.integer(), fc.double({ noNaN: true }), fc.constant(null));
  const row = fc.dictionary(fc.string(), value);
  fc.assert(
    fc.property(fc.array(row), (rows) => {
      const text = printKept('build', recalled(rows as ReadResult['rows'])) ?? '';
      expect(parseKept('build', 'a1', text)).toEqual(JSON.parse(JSON.stringify(recalled(rows as ReadResult['rows']))));
      expect(parseKept('another', 'a1', text)).toBeNull();
      expect(parseKept('build', 'a2', text)).toBeNull();
    }),
  );
});

test('what JSON cannot hold is read anew', () => {
  const kept = parseKept('b', 'a1', printKept('b', recalled([{ id: 1, picture: new Uint8Array([1]) }])) ?? '');
  expect(kept).toMatchObject({ appId: 'a1', state: { seq: 3 }, reads: [] });
});

test('nothing is kept that is too long, and nothing taken that is broken', () => {
  expect(printKept('b', recalled([{ id: 'x'.repeat(1_000_000) }]))).toBeNull();
  const whole = printKept('b', recalled([])) ?? '';
  for (const text of ['', 'null', '{', whole.slice(0, -1), '{"build":"b"}', '{"build":"b","recalled":{"appId":"a1"}}'])
    expect(parseKept('b', 'a1', text)).toBeNull();
  expect(() => parseShipped({ error: 'not found' })).toThrow();
});
