import { deviceSize } from './device';

test('a device is drawn smaller where there is less room, and never larger than it is', () => {
  const room = { width: 372, height: 700 };
  expect(deviceSize({ isTablet: false, isTurned: true }, room)).toEqual({ width: 800, height: 390, scale: 372 / 800 });
  expect(deviceSize({ isTablet: true, isTurned: false }, room)).toMatchObject({ width: 820, scale: 372 / 820 });
  expect(deviceSize({ isTablet: false, isTurned: false }, { width: 2000, height: 2000 }).scale).toBe(1);
  // In its own room it is whole.
  for (const isTablet of [false, true])
    for (const isTurned of [false, true]) {
      const { width, height, scale } = deviceSize({ isTablet, isTurned }, room);
      expect(width * scale).toBeLessThanOrEqual(room.width);
      expect(height * scale).toBeLessThanOrEqual(room.height);
    }
});
