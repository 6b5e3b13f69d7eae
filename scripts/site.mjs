// What becomes of an export before it is served: what the first screen needs is asked for at once, and everything is
// packed once, as small as it gets.
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants } from 'node:zlib';
import { initWasm, Resvg } from '@resvg/resvg-wasm';
import { generateSW } from 'workbox-build';
import { begin } from './begin.mjs';

/** The faces that the first screen is set in; `swap` shows the others when they are there. */
const FIRST_FACES = /^hanken-grotesk-latin-(400|500|700)-normal\./;
const LEAST_PACKED = 1024;
const DEMO_RECALLED = '/demos/theatre.recalled.json';

const filesOf = (folder) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .map((file) => join(folder, file))
    .filter((file) => statSync(file).isFile());

/**
 * Starts the worker before anything else is asked for, as a script after a style sheet would wait for it, and asks for
 * the faces while the page's own script is still on its way. The worker asks for SQLite before it reads on.
 */
export function askEarly(dist) {
  const page = join(dist, 'index.html');
  const files = filesOf(dist).map((file) => file.slice(dist.length));
  const worker = files.find((file) => /^fernWorker-[0-9a-f]+\.js$/.test(basename(file)));
  const { appId } = JSON.parse(readFileSync(join(dist, DEMO_RECALLED), 'utf8'));
  const demo = { path: '/demo', appId, recalled: DEMO_RECALLED };
  const given = [worker, demo, 'fern-shelf/recalled/'].map((each) => JSON.stringify(each));
  const start = `<script>(${begin})(${given})</script>`;
  const faces = files
    .filter((file) => FIRST_FACES.test(basename(file)))
    .map((file) => `<link rel="preload" href="${file}" as="font" type="font/woff2" crossorigin>`);
  const html = readFileSync(page, 'utf8')
    .replace('<meta charset="utf-8" />', (charset) => `${charset}\n${start}`)
    .replace('</head>', `${faces.join('\n')}\n</head>`);
  if (!html.includes(start)) throw new Error('the page does not say first how it is written');
  writeFileSync(page, html);
}

/** The icon of the studio as it is installed, in the sizes that its manifest names. */
export async function writeAppIcons(dist) {
  await initWasm(readFileSync(join(dist, 'resvg.wasm')));
  const svg = readFileSync(join(dist, 'favicon.svg'), 'utf8');
  for (const size of [192, 512]) {
    const drawn = new Resvg(svg, { fitTo: { mode: 'width', value: size } });
    writeFileSync(join(dist, `icon-${size}.png`), drawn.render().asPng());
  }
}

/**
 * Writes the service worker, which keeps the whole build: a page that has begun with it goes on with it, whatever the
 * server has by then.
 */
export async function writeServiceWorker(dist) {
  const { warnings } = await generateSW({
    globDirectory: dist,
    globPatterns: ['**/*.{html,js,css,json,svg,png,wasm,sqlite,woff2,ttf,webmanifest}'],
    globIgnores: ['metadata.json', 'sw.js'],
    swDest: join(dist, 'sw.js'),
    dontCacheBustURLsMatching: /[.-][0-9a-f]{16,}\./,
    maximumFileSizeToCacheInBytes: 12_000_000,
    navigateFallback: '/index.html',
    navigateFallbackDenylist: [/^\/catalogue/, /\.[a-z0-9]+$/],
    cleanupOutdatedCaches: true,
    inlineWorkboxRuntime: true,
    sourcemap: false,
  });
  if (warnings.length > 0) throw new Error(warnings.join('\n'));
}

const brotli = promisify(brotliCompress);

/** Writes a packed `.br` beside every file that gets smaller by it. */
export async function packAll(dist) {
  const files = filesOf(dist).filter((file) => /\.(js|css|html|json|svg|wasm|sqlite|ttf|webmanifest)$/.test(file));
  await Promise.all(
    files.map(async (file) => {
      const bytes = readFileSync(file);
      if (bytes.length < LEAST_PACKED) return;
      const params = { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length };
      writeFileSync(`${file}.br`, await brotli(bytes, { params }));
    }),
  );
}
