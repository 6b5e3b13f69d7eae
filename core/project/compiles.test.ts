import { execFileSync } from 'node:child_process';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { laidOut, madeFiles } from '.';
import { projectOptions } from '@/core/ship';
import { demos } from '@/demo';
import { projectKit } from '../../scripts/project/projectKit';

// Inside the repository, so that a project finds the packages that are installed here.
const FOLDER = join('node_modules', '.cache', 'projects');

test.each(Object.entries(demos))('the project of the demo %s compiles', async (name, demo) => {
  const { definition } = demo();
  const kit = projectKit();
  const made = await Promise.all(madeFiles(definition, projectOptions(definition), kit).map(laidOut));
  const texts = { ...kit.files, ...Object.fromEntries(made.map(({ path, text }) => [path, text])) };
  if (name === 'theatre') Object.assign(texts, byHand(texts['kit/README.md'] ?? ''));
  const folder = join(FOLDER, name);
  rmSync(folder, { recursive: true, force: true });
  for (const [path, text] of Object.entries(texts)) {
    mkdirSync(dirname(join(folder, path)), { recursive: true });
    writeFileSync(join(folder, path), text);
  }
  const compile = () => execFileSync('npx', ['tsc', '--noEmit', '-p', folder], { encoding: 'utf8', stdio: 'pipe' });
  expect(outputOf(compile)).toBe('');
  // Nothing of the studio comes along: no definition, no compiler, no parser of expressions.
  expect(Object.keys(texts).filter((path) => /core\/(compile|expression|plan|check|edit)\//.test(path))).toEqual([]);
  expect(made.filter(({ text }) => /\b[tc]\d+[-.]|fern/i.test(text)).map(({ path }) => path)).toEqual([]);
});

/** What a person adds: the screen that the README shows, and a slip that must not compile. */
const byHand = (readme: string): Record<string, string> => ({
  'app/by-hand.tsx': /```tsx\n([\s\S]*?)```/.exec(readme)?.[1] ?? 'no example',
  'screens/slip.ts': [
    "import * as schema from '@/database/schema';",
    "import { field } from '@/kit/words';",
    '// @ts-expect-error no such column',
    'export const slip = field(schema.garments.nmae);',
  ].join('\n'),
});

/** What a command that failed has written. */
function outputOf(run: () => string): string {
  try {
    return run();
  } catch (error) {
    return (error as { stdout: string }).stdout;
  }
}
