// Brings a fresh machine to where the app can be built: packages, and the SQLite file that the page fetches.
import { execSync, spawn } from 'node:child_process';
import { copyFileSync, existsSync, mkdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { writeFonts } from './fonts.mjs';
import { writeNotices } from './notices.mjs';
import { spreadModules } from './pageScripts.mjs';

const run = (command, env = {}) => execSync(command, { stdio: 'inherit', env: { ...process.env, ...env } });

/** The same beside other work. */
const start = (command) =>
  new Promise((resolve, reject) => {
    const child = spawn(command, { shell: true, stdio: 'inherit' });
    child.on('error', reject);
    child.on('close', (status) => (status === 0 ? resolve() : reject(new Error(`${command} ended with ${status}`))));
  });

export async function installPackages() {
  const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');
  const mark = 'node_modules/.fern-shelf-lock';
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return;
  console.log('Installing packages…');
  await start('npm ci --no-audit --no-fund');
  writeFileSync(mark, lock);
}

/** Builds the site into dist/, unless nothing that it is made of is newer than it. */
export async function build() {
  mkdirSync('public', { recursive: true });
  writeFonts('public');
  copyFileSync('node_modules/@sqlite.org/sqlite-wasm/dist/sqlite3.wasm', 'public/sqlite3.wasm');
  copyFileSync('node_modules/@resvg/resvg-wasm/index_bg.wasm', 'public/resvg.wasm');
  const sources = execSync(
    'git ls-files -co --exclude-standard -- app core demo docs/help docs/expressions.md kit studio template ui worker public/index.html public/manifest.webmanifest public/favicon.svg public/shell.css scripts "*.js" "*.json" | sort',
    { encoding: 'utf8' },
  )
    .trim()
    .split('\n')
    .filter(existsSync);
  const state = createHash('sha256')
    .update(
      sources
        .map(
          (file) => `${file} ${statSync(file).size} ${createHash('sha256').update(readFileSync(file)).digest('hex')}`,
        )
        .join('\n'),
    )
    .digest('hex');
  const mark = 'dist/.source-state';
  if (existsSync(mark) && readFileSync(mark, 'utf8') === state) return;
  console.log('Building the app (a minute or two the first time)…');
  run('npx tsx scripts/project/writeKit.ts public/project-kit.json');
  run('npx tsx scripts/demos.ts public/demos');
  run('npx expo export -p web --source-maps --max-workers 2', { EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1', CI: '1' });
  writeNotices('dist');
  // It stands on packages, which a fresh machine has only by now.
  const { writeHelp } = await import('./help.mjs');
  writeHelp('dist/help.json');
  spreadModules('dist');
  const { askEarly, packAll, writeAppIcons, writeServiceWorker } = await import('./site.mjs');
  askEarly('dist');
  await writeAppIcons('dist');
  await writeServiceWorker('dist');
  await packAll('dist');
  writeFileSync(mark, state);
}

/** All that tests need on a fresh machine: packages wait for the disk, the browser for the network. */
export const installAll = () => Promise.all([installPackages(), installBrowser()]);

/** Chromium and the sqlite3 program, from Debian's packages. */
export async function installBrowser() {
  const missing = [
    ['/usr/bin/chromium', 'chromium'],
    ['/usr/bin/sqlite3', 'sqlite3'],
  ]
    .filter(([path]) => !existsSync(path))
    .map(([, name]) => name);
  if (missing.length === 0) return;
  console.log(`Installing ${missing.join(' and ')}…`);
  const sudo = process.getuid?.() === 0 ? '' : 'sudo ';
  await start(`${sudo}apt-get update -q && ${sudo}apt-get install -y -q --no-install-recommends ${missing.join(' ')}`);
}

export { run };
