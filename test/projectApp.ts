import ts from 'typescript';
import type { CompiledApp } from '@/core/compiled';
import type { Definition } from '@/core/model';
import { appModules } from '@/core/project';
import * as words from '@/kit/words';

/** Runs the modules of a project, and gives the app that they say. */
export function appOfProject(definition: Definition): CompiledApp {
  const files = new Map(appModules(definition).map(({ path, text }) => [path.replace(/(\/index)?\.ts$/, ''), text]));
  const loaded = new Map<string, Record<string, unknown>>([['kit/words', words]]);
  const load = (path: string): Record<string, unknown> => {
    const known = loaded.get(path);
    if (known) return known;
    const text = files.get(path);
    if (text === undefined) throw new Error(`no module ${path}`);
    const { outputText, diagnostics = [] } = ts.transpileModule(text, {
      compilerOptions: { module: ts.ModuleKind.CommonJS, target: ts.ScriptTarget.ES2022 },
      reportDiagnostics: true,
    });
    if (diagnostics.length > 0) throw new Error(`${path}: ${String(diagnostics[0]?.messageText)}\n${text}`);
    const exports: Record<string, unknown> = {};
    loaded.set(path, exports);
    new Function('exports', 'require', outputText)(exports, (from: string) => load(from.replace(/^@\//, '')));
    return exports;
  };
  return load('main').app as CompiledApp;
}
