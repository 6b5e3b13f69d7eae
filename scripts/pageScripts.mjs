// How the modules of a build are spread over its scripts. The bundler puts what two late scripts share into one that
// comes first, and the same modules into the page's script and into its worker's; here each comes when it is wanted,
// and once.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const SCRIPTS = '_expo/static/js/web';
/** What the script of what is shared is called until it has a name of its own. */
const SHARED = `shared-${'0'.repeat(32)}.js`;

/**
 * A script as the bundler writes it, in its parts: the loader, where it has one; a definition a module, of which none
 * runs before it is required; and what is required at the end. A module has the same number in every script of a
 * build.
 */
export function partsOf(script) {
  const [first, ...others] = script.replace(/\n\n\/\/# debugId=[0-9a-f-]+\s*$/, '').split(/\n(?=__[dr]\()/);
  const statements = /^__[dr]\(/.test(first) ? [first, ...others] : others;
  const modules = statements.filter((statement) => statement.startsWith('__d('));
  const start = statements.filter((statement) => statement.startsWith('__r(')).map((call) => call.trim());
  return { loader: statements === others ? first.trim() : '', modules, start };
}

/** A module's number and those of what it requires; what it only asks for later comes with its own script. */
export function numbersOf(module) {
  const [, id, requires] = /,(\d+),(\[(?:\d+|null|,)*\]|\{"[^\n]*\})\);\s*$/.exec(module) ?? [];
  if (!id) throw new Error(`this is no module: ${module.slice(-200)}`);
  const { paths = {}, ...numbers } = JSON.parse(requires);
  return { id: Number(id), requires: Object.values(numbers).filter((number) => !(number in paths)) };
}

/** Those of `common` that `modules` require, also by way of one another. */
export function requiredOf(modules, common) {
  const known = new Map(common.map((module) => [numbersOf(module).id, module]));
  const found = new Set();
  const follow = (module) => {
    for (const id of numbersOf(module).requires) {
      const next = known.get(id);
      if (!next || found.has(next)) continue;
      found.add(next);
      follow(next);
    }
  };
  modules.forEach(follow);
  return [...found];
}

/**
 * Starts from a task of its own, not from among the modules: the browser reads a whole script a second time where
 * something on it wants to know the line that it is at, as each DOMException does.
 */
const started = (modules, start) => [...modules, `queueMicrotask(()=>{${start.join('')}})`].join('\n');

/** What the scripts of page and worker share, and what is left of each; `shared` has to run before either. */
export function sharedAndRest(page, worker) {
  if (page.loader !== worker.loader) throw new Error('page and worker are loaded in two ways');
  const workers = new Set(worker.modules);
  const both = new Set(page.modules.filter((module) => workers.has(module)));
  const rest = ({ modules, start }) =>
    started(
      modules.filter((module) => !both.has(module)),
      start,
    );
  return { shared: [page.loader, ...both].join('\n'), page: rest(page), worker: rest(worker) };
}

/** Spreads the modules of a build over its scripts; each script is called anew, by what the whole build was made of. */
export function spreadModules(dist) {
  const folder = join(dist, SCRIPTS);
  const files = readdirSync(folder).filter((file) => file.endsWith('.js') && !/^(code|project)Worker-/.test(file));
  const texts = new Map(files.map((file) => [file, readFileSync(join(folder, file), 'utf8')]));
  const called = (stem) => files.find((file) => file.startsWith(`${stem}-`));
  const [entry, worker] = ['entry', 'fernWorker'].map(called);
  const apart = ['__expo-metro-runtime', '__common'].map(called);
  const [runtime, common] = apart.map((file) => partsOf(file ? texts.get(file) : ''));

  for (const file of files.filter((each) => ![entry, worker, ...apart].includes(each))) {
    const { loader, modules } = partsOf(texts.get(file));
    // What has a loader of its own stands alone.
    if (loader) continue;
    texts.set(file, [...requiredOf(modules, common.modules), ...modules].join('\n'));
  }
  const page = partsOf(texts.get(entry));
  const rest = sharedAndRest({ ...page, loader: runtime.loader || page.loader }, partsOf(texts.get(worker)));
  apart.forEach((file) => texts.delete(file));
  texts.set(SHARED, rest.shared).set(entry, rest.page);
  // The worker stands still while it reads on; what it has asked for before (worker/sqliteModule) comes all the same.
  const first = `globalThis.fernSqlite=fetch("/sqlite3.wasm");importScripts("/${SCRIPTS}/${SHARED}");`;
  texts.set(worker, `${first}\n${rest.worker}`);

  files.forEach((file) => rmSync(join(folder, file)));
  const nameOf = namesBy(texts);
  const renamed = (text) => [...texts.keys()].reduce((named, file) => named.replaceAll(file, nameOf(file)), text);
  for (const [file, text] of texts) writeFileSync(join(folder, nameOf(file)), renamed(text));
  writePage(join(dist, 'index.html'), [SHARED, entry].map(nameOf));
}

/** A name for each script by what all of them hold: a browser keeps a script for a year by its name. */
function namesBy(texts) {
  const hash = (text) => createHash('md5').update(text).digest('hex');
  const build = hash([...texts].flat().join('\n'));
  return (file) => `${file.split(/-[0-9a-f]{32}\.js$/)[0]}-${hash(`${build} ${file}`)}.js`;
}

/** Has the page ask for `scripts` instead of those that the bundler gave it. */
function writePage(page, scripts) {
  const html = readFileSync(page, 'utf8');
  const was = /(<script src="[^"]+" defer><\/script>)+/;
  if (!was.test(html)) throw new Error('the page does not ask for its scripts as it did');
  const now = scripts.map((file) => `<script src="/${SCRIPTS}/${file}" defer></script>`).join('');
  writeFileSync(page, html.replace(was, now));
}
