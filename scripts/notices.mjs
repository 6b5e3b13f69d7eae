// Who made what is shipped, and under which licence: read off the bundles, so that it names what is in them and no more.
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fontPackages } from './fonts.mjs';

const files = (folder, ending) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith(ending));

/** The folder of the package that a file is of, as in `node_modules/a/node_modules/@b/c`; null for our own. */
export function packageOf(path) {
  const at = path.lastIndexOf('node_modules/');
  if (at < 0) return null;
  const [scope, name] = path.slice(at + 'node_modules/'.length).split('/');
  return (
    path.slice(path.indexOf('node_modules/'), at) + `node_modules/${scope.startsWith('@') ? `${scope}/${name}` : scope}`
  );
}

export function noticeOf(folder) {
  const { name, version, license, author, repository } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'));
  const texts = readdirSync(folder)
    .filter((each) => /licen[cs]e|copying|ofl|notice/i.test(each) && /(^[^.]+|\.(txt|md))$/i.test(each))
    .map((each) =>
      readFileSync(join(folder, each), 'utf8')
        .trim()
        .replace(/^[ \t]+/gm, ''),
    );
  const by = typeof author === 'string' ? author : (author?.name ?? '');
  const where = typeof repository === 'string' ? repository : (repository?.url ?? '');
  return {
    name,
    version,
    license: typeof license === 'string' ? license : (license?.type ?? 'see its text'),
    // A package without a text of its own names its licence, its author and where it comes from.
    text: (texts.length > 0 ? texts : [by, where].filter(Boolean)).join('\n\n'),
  };
}

/** What is in the build and in no source map: SQLite, and what the service worker is written with. */
const written = [
  'node_modules/@sqlite.org/sqlite-wasm',
  ...['core', 'precaching', 'routing', 'strategies'].map((part) => `node_modules/workbox-${part}`),
];

/** Writes `notices.json` into a build that was made with source maps, and takes the maps away. */
export function writeNotices(dist) {
  const maps = files(dist, '.map');
  const sources = maps.flatMap((map) => JSON.parse(readFileSync(join(dist, map), 'utf8')).sources ?? []);
  const assets = files(dist, '.ttf');
  const folders = [...sources, ...assets]
    .map((path) => packageOf(path.replaceAll('\\', '/')))
    .filter((folder) => folder !== null && existsSync(join(folder, 'package.json')));
  const read = [...new Set([...folders, ...fontPackages, ...written])].map(noticeOf);
  const all = [...new Map(read.map((notice) => [`${notice.name} ${notice.version}`, notice])).values()];
  all.sort((left, right) => left.name.localeCompare(right.name) || left.version.localeCompare(right.version));
  writeFileSync(join(dist, 'notices.json'), JSON.stringify(all));
  for (const map of maps) rmSync(join(dist, map));
  for (const script of files(dist, '.js')) {
    const path = join(dist, script);
    writeFileSync(path, readFileSync(path, 'utf8').replace(/^\/\/# sourceMappingURL=.*$/gm, ''));
  }
}
