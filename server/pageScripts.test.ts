import { mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runInNewContext } from 'node:vm';
import { numbersOf, partsOf, requiredOf, sharedAndRest, spreadModules } from '../scripts/pageScripts.mjs';

/** A loader as the bundler's: it knows modules by their numbers and runs each when it is first required. */
const LOADER = `var modules={},has={};function __d(f,i,n){modules[i]??=[f,n]}
function __r(i){if(!(i in has)){var m={exports:{}};has[i]=m;var[f,n]=modules[i];f(__r,m,n)}return has[i].exports}`;

/** A module that says its name when it runs, and requires others; `later` it only asks for by the path of a script. */
const module = (id: number, says: string, requires: (number | null)[], later?: Record<number, string>) => {
  const numbers = JSON.stringify(
    later ? { ...requires, [requires.length]: Number(Object.keys(later)[0]), paths: later } : requires,
  );
  return `__d(function(r,m,d){${requires.flatMap((each, at) => (each === null ? [] : [`r(d[${at}]);`])).join('')}said.push(${JSON.stringify(says)})},${id},${numbers});`;
};

const script = (...parts: string[]) => `${parts.join('\n')}\n\n//# debugId=ff7dcef5-3f0a-4fed-85c3-6e6046209999\n`;

/** What the scripts say, run one after the other as a browser does. */
function said(...scripts: string[]): string[] {
  const words: string[] = [];
  const tasks: (() => void)[] = [];
  const context = { said: words, queueMicrotask: (task: () => void) => tasks.push(task), tasks };
  runInNewContext(scripts.map((text) => `${text}\n;`).join('') + ';while(tasks.length)tasks.shift()()', context);
  return words;
}

test('a script is its loader, its modules and what it starts with', () => {
  const text = script(LOADER, module(1, 'a\n__d(', [2]), module(2, 'b', []), '__r(1);');
  expect(partsOf(text)).toEqual({
    loader: LOADER,
    modules: [module(1, 'a\n__d(', [2]), module(2, 'b', [])],
    start: ['__r(1);'],
  });
  expect(partsOf(script(module(2, 'b', [])))).toEqual({ loader: '', modules: [module(2, 'b', [])], start: [] });
});

test('what a module requires is known; what it asks for later is not of it', () => {
  expect(numbersOf(module(7, 'a', [3, null, 4]))).toEqual({ id: 7, requires: [3, null, 4] });
  expect(numbersOf(module(7, 'a', [3], { 9: '/late.js' }))).toEqual({ id: 7, requires: [3] });
  expect(() => numbersOf('alert(1)')).toThrow('this is no module');
});

test('of what is common, that is taken which is required, by way of others too', () => {
  const common = [module(1, 'a', [2]), module(2, 'b', [1]), module(3, 'c', [])];
  expect(requiredOf([module(9, 'z', [1, 8])], common)).toEqual(common.slice(0, 2));
  expect(requiredOf([module(9, 'z', [8])], common)).toEqual([]);
});

test('page and worker say what they said before, and what both have comes once', () => {
  const [a, b, c, d] = [module(1, 'page', [2]), module(2, 'both', []), module(3, 'worker', [2]), module(4, 'x', [])];
  const page = partsOf(script(LOADER, a, b, d, '__r(4);', '__r(1);'));
  const worker = partsOf(script(LOADER, b, c, '__r(3);'));
  const { shared, ...rest } = sharedAndRest(page, worker);
  expect(said(shared, rest.page)).toEqual(['x', 'both', 'page']);
  expect(said(shared, rest.worker)).toEqual(['both', 'worker']);
  expect(shared + rest.page + rest.worker).toMatch(/^(?!.*"both".*"both")/s);
  expect(() => sharedAndRest({ ...page, loader: 'another' }, worker)).toThrow('in two ways');
});

describe('a build', () => {
  const hash = (letter: string) => letter.repeat(32);
  const built = (letter = 'c', says = 'late') => {
    const dist = mkdtempSync(join(tmpdir(), 'fern-build-'));
    const folder = join(dist, '_expo/static/js/web');
    mkdirSync(folder, { recursive: true });
    const path = `/_expo/static/js/web/late-${hash(letter)}.js`;
    const files: Record<string, string> = {
      [`__expo-metro-runtime-${hash('a')}.js`]: script(LOADER),
      [`__common-${hash('b')}.js`]: script(module(5, 'common', [])),
      [`entry-${hash('d')}.js`]: script(
        module(1, `page fernWorker-${hash('e')}.js`, [2], { 4: path }),
        ...[module(2, 'both', []), '__r(1);'],
      ),
      [`late-${hash(letter)}.js`]: script(module(4, says, [5])),
      [`other-${hash('f')}.js`]: script(module(6, 'other', [])),
      [`fernWorker-${hash('e')}.js`]: script(LOADER, module(2, 'both', []), module(3, 'worker', [2]), '__r(3);'),
      [`codeWorker-${hash('0')}.js`]: script(LOADER, module(2, 'both', []), '__r(2);'),
    };
    for (const [file, text] of Object.entries(files)) writeFileSync(join(folder, file), text);
    const tags = [`__expo-metro-runtime-${hash('a')}`, `__common-${hash('b')}`, `entry-${hash('d')}`]
      .map((file) => `<script src="/_expo/static/js/web/${file}.js" defer></script>`)
      .join('');
    writeFileSync(join(dist, 'index.html'), `<body>${tags}</body>`);
    spreadModules(dist);
    const text = (stem: string) => {
      const [file = ''] = readdirSync(folder).filter((each) => each.startsWith(`${stem}-`));
      return { file, text: readFileSync(join(folder, file), 'utf8') };
    };
    return { text, files: readdirSync(folder), html: readFileSync(join(dist, 'index.html'), 'utf8') };
  };

  test('its page asks for two scripts; what late scripts have in common comes with each of them', () => {
    const { text, files, html } = built();
    const [shared, entry, late, worker] = ['shared', 'entry', 'late', 'fernWorker'].map(text) as [
      ...[ReturnType<typeof text>, ReturnType<typeof text>, ReturnType<typeof text>, ReturnType<typeof text>],
    ];
    expect([...html.matchAll(/web\/([^"]+)"/g)].map(([, file]) => file)).toEqual([shared.file, entry.file]);
    expect(files.map((file) => file.split('-')[0]).sort()).toEqual([
      'codeWorker',
      'entry',
      'fernWorker',
      'late',
      'other',
      'shared',
    ]);
    expect(said(shared.text, entry.text, late.text, '__r(4)')).toEqual([
      ...['common', 'late', 'both', `page ${worker.file}`],
    ]);
    expect(entry.text).toContain(late.file);
    expect(text('other').text).not.toContain('common');
    expect(worker.text).toContain(`importScripts("/_expo/static/js/web/${shared.file}")`);
  });

  test('all its scripts are called otherwise where one of them is another, or the bundler called it otherwise', () => {
    const ours = ({ files }: ReturnType<typeof built>) => files.filter((file) => !file.startsWith('codeWorker'));
    const one = built();
    expect(built().files).toEqual(one.files);
    for (const other of [built('9'), built('c', 'otherwise')])
      expect(ours(other).filter((file) => one.files.includes(file))).toEqual([]);
  });
});
