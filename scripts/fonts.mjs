// The faces of the studio, each in pieces by script (unicode-range), under the names that React Native knows them by.
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const faces = {
  HankenGrotesk_400Regular: ['hanken-grotesk', 400],
  HankenGrotesk_500Medium: ['hanken-grotesk', 500],
  HankenGrotesk_700Bold: ['hanken-grotesk', 700],
  SplineSansMono_400Regular: ['spline-sans-mono', 400],
  YoungSerif_400Regular: ['young-serif', 400],
};

/** The packages that the faces come from. */
export const fontPackages = [...new Set(Object.values(faces).map(([name]) => `node_modules/@fontsource/${name}`))];

/** Writes `fonts.css` and the files that it names, with a hash in each name, into `folder`. */
export function writeFonts(folder) {
  rmSync(join(folder, 'fonts'), { recursive: true, force: true });
  mkdirSync(join(folder, 'fonts'), { recursive: true });
  const css = Object.entries(faces).map(([family, [name, weight]]) => {
    const from = `node_modules/@fontsource/${name}`;
    return readFileSync(join(from, `${weight}.css`), 'utf8')
      .replace(/font-family: [^;]+;/g, `font-family: ${family};`)
      .replace(/src: url\(\.\/files\/([^)]+)\.woff2\)[^;]+;/g, (_, file) => {
        const bytes = readFileSync(join(from, 'files', `${file}.woff2`));
        const named = `${file}.${createHash('md5').update(bytes).digest('hex')}.woff2`;
        writeFileSync(join(folder, 'fonts', named), bytes);
        return `src: url(/fonts/${named}) format('woff2');`;
      });
  });
  writeFileSync(join(folder, 'fonts.css'), css.join('\n'));
}
