import { initWasm, Resvg } from '@resvg/resvg-wasm';
import { toUint8Array } from 'js-base64';

/** A picture to be made: so many pixels wide and high. */
interface Picture {
  path: string;
  svg: string;
  size: number;
}

let ready: Promise<void> | undefined;

/** Pictures of SVG as PNG, by their paths. `wasm`: the renderer's code; `font`: the letters, a TrueType font as base64. */
export async function renderIcons(
  icons: readonly Picture[],
  wasm: () => Promise<BufferSource | Response>,
  font: string,
): Promise<[string, Uint8Array][]> {
  ready ??= initWasm(wasm());
  await ready;
  const fontBuffers = [toUint8Array(font)];
  return icons.map(({ path, svg, size }) => {
    const drawn = new Resvg(svg, {
      fitTo: { mode: 'width', value: size },
      font: { fontBuffers, defaultFontFamily: 'Hanken Grotesk' },
    });
    const png = drawn.render().asPng();
    drawn.free();
    return [path, png];
  });
}
