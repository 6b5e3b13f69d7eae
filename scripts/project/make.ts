import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { memoryStore } from '@/core/store';
import { describeProblem, toProblem } from '@/core/problem';
import { changedByHand, DATABASE_PATH, type Hashes, laidOut, leftOver, madeFiles } from '@/core/project';
import { projectOptions } from '@/core/ship';
import { mendAppFile } from '@/core/transfer';
import { shippedDatabase } from '../../worker/shippedDatabase';
import { nodeEnvironment } from './nodeEnvironment';
import { projectKit } from './projectKit';

const MANIFEST = '.project-files.json';

type Content = string | Uint8Array;
const hashOf = (content: Content): string => createHash('sha256').update(content).digest('hex');

async function make(appFile: string, folder: string, force: boolean): Promise<number> {
  const { file, mends } = mendAppFile(readFileSync(appFile, 'utf8'));
  mends.forEach((mend) => console.log(`Mended: ${mend}.`));
  const { definition } = file;
  const kit = projectKit();
  const made = await Promise.all(madeFiles(definition, projectOptions(definition), kit).map(laidOut));
  const database = shippedDatabase(await nodeEnvironment(memoryStore()), file, true);
  const files = new Map<string, Content>([
    ...Object.entries(kit.files),
    ...made.map(({ path, text }): [string, Content] => [path, text]),
    [DATABASE_PATH, database],
  ]);
  const hashes = Object.fromEntries([...files].map(([path, content]) => [path, hashOf(content)]));
  const manifest = join(folder, MANIFEST);
  const before = existsSync(manifest) ? (JSON.parse(readFileSync(manifest, 'utf8')) as Hashes) : {};
  const now = (path: string): string | null =>
    existsSync(join(folder, path)) ? hashOf(readFileSync(join(folder, path))) : null;
  const changed = changedByHand(hashes, before, now);
  if (changed.length > 0 && !force) {
    console.error(`Nothing was written. Changed by hand since the project was made, and would be written over:`);
    changed.forEach((path) => console.error(`  ${path}`));
    console.error('Keep them elsewhere and run this again with --force, or choose another folder.');
    return 1;
  }
  leftOver(hashes, before, now).forEach((path) => rmSync(join(folder, path)));
  for (const [path, content] of files) {
    const target = join(folder, path);
    mkdirSync(dirname(target), { recursive: true });
    writeFileSync(target, content);
  }
  writeFileSync(manifest, `${JSON.stringify(hashes, null, 2)}\n`);
  console.log(`${definition.name} stands in ${folder}: ${files.size} files.`);
  return 0;
}

const [appFile, folder, ...options] = process.argv.slice(2);
if (!appFile || !folder) {
  console.error('npm run project -- APPFILE FOLDER [--force]');
  process.exit(2);
}
make(appFile, folder, options.includes('--force')).then(
  (code) => process.exit(code),
  (error: unknown) => {
    console.error(describeProblem(toProblem(error)).what);
    process.exit(1);
  },
);
