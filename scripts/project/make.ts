import { existsSync, mkdirSync, readdirSync, readFileSync, rmdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { z } from 'zod';
import { compileApp } from '@/core/compile';
import { otherwiseIn } from '@/core/ship';
import { memoryStore } from '@/core/store';
import { describeProblem, ProblemError, toProblem } from '@/core/problem';
import { changedByHand, type Hashes, hashesOf, hashOf, leftOver, MANIFEST_PATH, printManifest } from '@/core/project';
import { mendAppFile } from '@/core/transfer';
import { nodeEnvironment } from './nodeEnvironment';
import { projectFiles } from './projectFiles';

/** Hashes by paths, none of which leads out of the folder. */
const Manifest = z.record(z.string().regex(/^(?!\/)(?!(.*\/)?\.\.(\/|$))/), z.string());

/** What the project held when it was made. Throws where somebody has broken that file: nothing can be told by it. */
function readManifest(path: string): Hashes {
  const read = Manifest.safeParse(jsonOf(readFileSync(path, 'utf8')));
  if (read.success) return read.data;
  throw new ProblemError({
    code: 'file-broken',
    place: path,
    reason: 'it no longer says what the files of the project were; take it away to have all of them held to be yours',
  });
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

async function make(appFile: string, folder: string, force: boolean): Promise<number> {
  const { file, mends } = mendAppFile(readFileSync(appFile, 'utf8'));
  mends.forEach((mend) => console.log(`Mended: ${mend}.`));
  const { definition } = file;
  const files = await projectFiles(file, await nodeEnvironment(memoryStore()));
  const hashes = hashesOf(files);
  const manifest = join(folder, MANIFEST_PATH);
  const before = existsSync(manifest) ? readManifest(manifest) : {};
  const now = (path: string): string | null =>
    existsSync(join(folder, path)) ? hashOf(readFileSync(join(folder, path))) : null;
  const changed = changedByHand(hashes, before, now);
  if (changed.length > 0 && !force) {
    console.error(`Nothing was written. Changed by hand since the project was made, and would be written over:`);
    changed.forEach((path) => console.error(`  ${path}`));
    console.error('Keep them elsewhere and run this again with --force, or choose another folder.');
    return 1;
  }
  leftOver(hashes, before, now).forEach((path) => remove(folder, path));
  for (const [path, content] of files) {
    const target = join(folder, path);
    mkdirSync(dirname(target), { recursive: true });
    writeFileSync(target, content);
  }
  writeFileSync(manifest, printManifest(hashes));
  otherwiseIn(compileApp(definition)).forEach(({ place, what }) => console.log(`${place}: ${what}`));
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

/** Removes a file, and the folders that have nothing in them afterwards. */
function remove(folder: string, path: string): void {
  rmSync(join(folder, path));
  for (
    let above = dirname(path);
    above !== '.' && readdirSync(join(folder, above)).length === 0;
    above = dirname(above)
  )
    rmdirSync(join(folder, above));
}
