import { mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import ts from 'typescript';
import { demos } from '@/demo';
import { everyKind } from '@/test/everyKind';
import { randomApp } from '@/test/randomApp';
import { kitFiles } from '../../scripts/project/kitFiles';
import { appModules } from '.';

const APPS = Number(process.env.RUNS ?? 20);

const root = mkdtempSync(join(tmpdir(), 'typed-'));
afterAll(() => rmSync(root, { recursive: true, force: true }));

function write(path: string, text: string): string {
  mkdirSync(dirname(path), { recursive: true });
  writeFileSync(path, text);
  return path;
}

/** Many projects beside one another, over one kit: `@/database/…` of each is its own. */
test(`the modules of ${APPS} apps that random edits lead to are without a fault of their types`, async () => {
  for (const [path, text] of Object.entries(kitFiles().files)) write(join(root, path), text);
  symlinkSync(resolve('node_modules'), join(root, 'node_modules'));
  const apps = [demos.theatre().definition, everyKind().definition];
  for (let seed = 1; seed <= APPS; seed++) apps.push(await randomApp(seed * 7919));
  const files = apps.flatMap((definition, at) =>
    appModules(definition).map(({ path, text }) =>
      write(join(root, `app${at}`, path), text.replaceAll(/'@\/(?!kit\/)/g, `'@/app${at}/`)),
    ),
  );
  // A slip, to see that slips are found.
  files.push(
    write(
      join(root, 'app0/slip.ts'),
      `import * as schema from '@/app0/database/schema';\nexport const slip = schema.garments.nmae;\n`,
    ),
  );
  const { config } = ts.readConfigFile('template/tsconfig.json', (path) => ts.sys.readFile(path)) as {
    config: { compilerOptions: object };
  };
  const { options } = ts.parseJsonConfigFileContent(
    {
      extends: resolve('node_modules/expo/tsconfig.base'),
      compilerOptions: { ...config.compilerOptions, noEmit: true, skipLibCheck: true, types: [] },
    },
    ts.sys,
    root,
  );
  const program = ts.createProgram(files, options);
  const faults = files.flatMap((file) => {
    const source = program.getSourceFile(file);
    return [...program.getSyntacticDiagnostics(source), ...program.getSemanticDiagnostics(source)].map(
      ({ messageText, start = 0 }) =>
        `${file}: ${ts.flattenDiagnosticMessageText(messageText, ' ')}: ${source?.text.slice(start, start + 200)}`,
    );
  });
  const isSlip = (fault: string) => fault.includes('slip.ts');
  expect(faults.filter((fault) => !isSlip(fault)).slice(0, 5)).toEqual([]);
  expect(faults.filter(isSlip)).toHaveLength(1);
  expect(files.length).toBeGreaterThan(APPS * 4);
}, 600_000);
