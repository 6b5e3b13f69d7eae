import { encode } from 'fast-png';
import { assertDecodable } from './pictureSize';

/** A small PNG that says in its head that it is of another size. */
function claiming(width: number, height: number): Uint8Array {
  const bytes = Uint8Array.from(encode({ width: 2, height: 2, data: new Uint8Array(4), channels: 1 }));
  const view = new DataView(bytes.buffer);
  view.setUint32(16, width);
  view.setUint32(20, height);
  return bytes;
}

describe('a picture file', () => {
  it('is decoded where its head says that it can be', () =>
    expect(() => assertDecodable('a.png', claiming(12_000, 8_000))).not.toThrow());
  it.each([
    [60_000, 60_000],
    [4_294_967_295, 1],
    [12_500, 8_001],
  ])('is refused before it takes all memory: %d by %d', (width, height) =>
    expect(() => assertDecodable('bomb.png', claiming(width, height))).toThrow(
      expect.objectContaining({ problem: expect.objectContaining({ code: 'picture-too-large', width, height }) }),
    ),
  );
  it.each([[''], ['no picture'], ['<svg width="99999999" height="99999999"/>x'.repeat(0)]])(
    'is refused where it is none: %j',
    (text) =>
      expect(() => assertDecodable('a.txt', new TextEncoder().encode(text))).toThrow(
        expect.objectContaining({ problem: { code: 'picture-unreadable', name: 'a.txt' } }),
      ),
  );
});
