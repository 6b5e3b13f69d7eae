import ts from 'typescript';
import { compileApp } from '@/core/compile';
import type { CompiledApp } from '@/core/compiled';
import type { Definition } from '@/core/model';
import { demos, theatre } from '@/demo';
import * as words from '@/kit/words';
import { appModules, namedDefinition } from '.';

/** Runs the modules of a project, and gives the app that they say. */
function appOf(definition: Definition): CompiledApp {
  const files = new Map(appModules(definition).map(({ path, text }) => [path.replace(/(\/index)?\.ts$/, ''), text]));
  const loaded = new Map<string, Record<string, unknown>>([['kit/words', words]]);
  const load = (path: string): Record<string, unknown> => {
    const known = loaded.get(path);
    if (known) return known;
    const text = files.get(path);
    if (text === undefined) throw new Error(`no module ${path}`);
    const { outputText } = ts.transpileModule(text, {
      compilerOptions: { module: ts.ModuleKind.CommonJS, target: ts.ScriptTarget.ES2022 },
    });
    const exports: Record<string, unknown> = {};
    loaded.set(path, exports);
    new Function('exports', 'require', outputText)(exports, (from: string) => load(from.replace(/^@\//, '')));
    return exports;
  };
  return load('main').app as CompiledApp;
}

/** Plain data; in lines or not, a statement is the same. */
const plain = (value: unknown): unknown =>
  JSON.parse(
    JSON.stringify(value, (key, part: unknown) =>
      key === 'sql' && typeof part === 'string' ? part.replace(/\s+/g, '') : part,
    ),
  );

test.each([
  ['the theatre', theatre(10).definition],
  ['the apiary', demos.apiary().definition],
])('the modules of %s say the very app that runs in the studio', (_, definition) => {
  expect(plain(appOf(definition))).toEqual(plain(compileApp(namedDefinition(definition))));
});
