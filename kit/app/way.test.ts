import fc from 'fast-check';
import { compileApp } from '@/core/compile';
import { demos } from '@/demo';
import { AT_START, type Move, moved, navigationBy, placesOn, type Way } from './way';

const app = compileApp(demos.theatre().definition);
const record = app.screens.find(({ kind }) => kind === 'record');
const tableId = record?.kind === 'record' ? record.tableId : '';

const place = fc.record(
  {
    screenId: fc.constantFrom(...app.screens.map(({ id }) => id), 'removed'),
    recordId: fc.integer({ min: 1, max: 3 }),
  },
  { requiredKeys: ['screenId'] },
);
const move: fc.Arbitrary<Move> = fc.oneof(
  fc.record({ kind: fc.constantFrom('go' as const, 'replace' as const, 'reset' as const), place }),
  fc.constant<Move>({ kind: 'back' }),
  fc.record({ kind: fc.constant('backTo' as const), depth: fc.integer({ min: -2, max: 5 }) }),
  fc.record({
    kind: fc.constant('leaveRecord' as const),
    tableId: fc.constant(tableId),
    recordId: fc.integer({ min: 1, max: 3 }),
  }),
);
const after = (moves: readonly Move[]): Way => moves.reduce((way, each) => moved(app, way, each), AT_START);

test('whatever the moves, a person is somewhere that the app has', () => {
  fc.assert(
    fc.property(fc.array(move, { maxLength: 12 }), (moves) => {
      const way = after(moves);
      expect(way.length).toBeGreaterThan(0);
      const places = placesOn(app, way);
      expect(places.length).toBeGreaterThan(0);
      for (const { screenId } of places) expect(app.screens.map(({ id }) => id)).toContain(screenId);
    }),
  );
});

test('back undoes go; leaving a record leaves no place that shows it, and no other', () => {
  fc.assert(
    fc.property(fc.array(move, { maxLength: 12 }), place, fc.integer({ min: 1, max: 3 }), (moves, next, recordId) => {
      const way = after(moves);
      expect(moved(app, moved(app, way, { kind: 'go', place: next }), { kind: 'back' })).toEqual(way);
      const shown = way.filter((each) => {
        const screen = app.screens.find(({ id }) => id === each.screenId);
        return each.recordId === recordId && screen && 'tableId' in screen && screen.tableId === tableId;
      });
      const left = moved(app, way, { kind: 'leaveRecord', tableId, recordId });
      expect(left).toEqual(shown.length === way.length ? AT_START : way.filter((each) => !shown.includes(each)));
    }),
  );
});

test('the start is whichever screen starts, and where nothing is left one is there', () => {
  expect(placesOn(app, AT_START)).toEqual([{ screenId: app.startId }]);
  expect(placesOn(app, [{ screenId: 'removed' }])).toEqual([{ screenId: app.startId }]);
});

test('each way to navigate is one move', () => {
  const moves: Move[] = [];
  const navigation = navigationBy((each) => void moves.push(each));
  const to = { screenId: 'a' };
  navigation.go(to);
  navigation.replace(to);
  navigation.reset(to);
  navigation.back();
  navigation.backTo(2);
  navigation.leaveRecord('t', 7);
  expect(moves).toEqual([
    { kind: 'go', place: to },
    { kind: 'replace', place: to },
    { kind: 'reset', place: to },
    { kind: 'back' },
    { kind: 'backTo', depth: 2 },
    { kind: 'leaveRecord', tableId: 't', recordId: 7 },
  ]);
});
