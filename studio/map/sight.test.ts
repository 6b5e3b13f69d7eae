import fc from 'fast-check';
import { OPENING } from '@/core/map';
import { isInSight, openingSight, sightOn, wholeSight } from './sight';

const length = fc.integer({ min: 50, max: 5000 });
const size = fc.record({ width: length, height: length });
const place = fc.record({ width: fc.integer({ min: 250, max: 1600 }), height: fc.integer({ min: 250, max: 900 }) });

test('a map is opened whole, or at the least scale that can be read', () =>
  fc.assert(
    fc.property(size, place, (map, room) => {
      const sight = openingSight(map, room, undefined);
      expect(sight.scale).toBeGreaterThanOrEqual(OPENING);
      if (wholeSight(map, room).scale >= OPENING) expect(sight).toEqual(wholeSight(map, room));
    }),
  ));

test('what is looked at is in sight, and nothing beyond the map', () =>
  fc.assert(
    fc.property(
      size,
      place,
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (map, room, across, down) => {
        const box = { x: across * (map.width - 40), y: down * (map.height - 40), width: 40, height: 40 };
        const sight = sightOn(box, map, room, 1);
        expect(
          isInSight(
            box,
            { ...sight, x: Math.round(sight.x * 1000) / 1000 + 0.01, y: sight.y + 0.01 },
            { width: room.width + 1, height: room.height + 1 },
          ),
        ).toBe(true);
        if (map.width > room.width)
          expect([sight.x <= 0, sight.x + map.width >= room.width - 0.01]).toEqual([true, true]);
      },
    ),
  ));

test('the whole map is in its place', () =>
  fc.assert(
    fc.property(size, place, (map, room) => {
      const sight = wholeSight(map, room);
      if (sight.scale > 0.15)
        expect(
          isInSight(
            { x: 0, y: 0, ...map },
            { ...sight, x: sight.x + 0.01, y: sight.y + 0.01 },
            { width: room.width + 1, height: room.height + 1 },
          ),
        ).toBe(true);
    }),
  ));
