import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { applyEdit } from '@/core/edit';
import type { Definition } from '@/core/model';
import { filedReleases, keepRelease, type PackedRelease, type Release } from '@/core/release';
import { projectOptions } from '@/core/ship';
import { printAppFile } from '@/core/transfer';
import { demos, theatrePast } from '@/demo';
import { changeByHand } from '@/test/byHand';

/**
 * What a developer does with a project. They are printed alike: style, screens and routines are looked at in one of them;
 * in the other, whose database is encrypted and has a past, what goes to the database.
 */
const commands = (isWhole: boolean): (readonly [string, ...string[]])[] => [
  ['tsc', '--noEmit'],
  ...(isWhole
    ? ([
        ['eslint', '--max-warnings', '0', '.'],
        ['prettier', '--log-level', 'warn', '--check', '.'],
      ] as const)
    : []),
  ['jest', '--silent', '--maxWorkers', '1', ...(isWhole ? [] : ['firstStart', 'records', 'statements', 'upgrades'])],
];

/** Makes the project of a demo by the shell command, and does with it all that a developer would. */
export function holdProject(name: keyof typeof demos): void {
  const root = mkdtempSync(join(tmpdir(), 'projects-'));
  try {
    holdIn(root, name);
  } finally {
    rmSync(root, { recursive: true, force: true });
  }
}

/** Releases with a past of the database: a table, a column and a kind came later. */
function earlier(definition: Definition): PackedRelease[] {
  const [table] = definition.tables;
  const second = applyEdit(definition, {
    kind: 'renameTable',
    tableId: table?.id ?? '',
    name: 'Former',
    recordName: 'One',
  });
  const first = applyEdit(second.definition, {
    kind: 'addColumn',
    tableId: table?.id ?? '',
    column: { ...{ id: 'gone', name: 'Gone', kind: 'text' }, required: true, unique: false, default: { kind: 'none' } },
  });
  const release = (plan: Definition, schema: number): Release => ({
    ...{ id: `r${schema}`, version: `1.${schema}.0`, schema, at: '2026-11-20T10:00:00.000Z', notes: '' },
    definition: plan,
  });
  const kept = keepRelease(keepRelease(null, release(first.definition, 1)), release(second.definition, 2));
  return filedReleases(kept, { definition });
}

function holdIn(root: string, name: keyof typeof demos): void {
  const appFile = join(root, `${name}.json`);
  const folder = join(root, name);
  const { definition, ...rest } = demos[name]();
  // One of them with an encrypted database.
  const project = { ...projectOptions(definition), encrypted: name === 'apiary' };
  writeFileSync(
    appFile,
    printAppFile({
      ...rest,
      definition: { ...definition, project },
      releases: name === 'apiary' ? earlier(definition) : rest.starting ? theatrePast(definition, rest.starting) : [],
    }),
  );
  expect(failureOf('.', 'tsx', ['scripts/project/make.ts', appFile, folder])).toBe('');
  symlinkSync(resolve('node_modules'), join(folder, 'node_modules'));
  if (name === 'theatre')
    expect(failureOf(folder, 'prettier', ['--log-level', 'warn', '--write', ...changeByHand(folder)])).toBe('');

  const paths = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter(
    (path) => !/^node_modules/.test(path),
  );
  // Nothing of the studio comes along: no definition, no compiler, no parser of expressions.
  expect(paths.filter((path) => /core\/(compile|expression|plan|check|edit)\//.test(path))).toEqual([]);
  const made = paths.filter((path) => /\.(tsx?|sql|md)$/.test(path) && !path.startsWith('kit/'));
  expect(made.length).toBeGreaterThan(20);
  const isOurs = (path: string) => /\b[tc]\d+[-.]|fern/i.test(readFileSync(join(folder, path), 'utf8'));
  expect(made.filter(isOurs)).toEqual([]);

  for (const [command, ...args] of commands(name === 'theatre'))
    expect([command, failureOf(folder, command, args)]).toEqual([command, '']);
}

/** What a command that failed has written; nothing where it did not. */
function failureOf(cwd: string, command: string, args: readonly string[]): string {
  // What the tests around it stand in is not of its own.
  const env = { ...process.env, NODE_ENV: undefined, JEST_WORKER_ID: undefined } as unknown as NodeJS.ProcessEnv;
  try {
    execFileSync('npx', [command, ...args], { cwd, encoding: 'utf8', stdio: 'pipe', env });
    return '';
  } catch (error) {
    const { stdout, stderr } = error as { stdout: string; stderr: string };
    return `${stdout}${stderr}`.slice(-6000);
  }
}
