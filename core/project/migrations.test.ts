import { migrationFiles } from './migrations';
import { applyEdit, type Edit } from '@/core/edit';
import { type Release, schemaVersions } from '@/core/release';
import type { Definition } from '@/core/model';
import { demos } from '@/demo';

const after = (definition: Definition, edit: Edit) => applyEdit(definition, edit).definition;
const release = (definition: Definition, version: string, schema: number): Release => ({
  ...{ id: `r${schema}`, version, schema, at: '2026-11-20T10:00:00.000Z', notes: '', definition },
});
const first = demos.theatre().definition;
const look = after(first, { kind: 'renameApp', name: 'Lantern Lane' });
const second = after(look, {
  kind: 'addColumn',
  tableId: 't6',
  column: { ...{ id: 'n1', name: 'Thread', kind: 'text' }, required: false, unique: false, default: { kind: 'none' } },
});
const today = after(second, { kind: 'renameTable', tableId: 't5', name: 'Lendings', recordName: 'Lending' });

test('an app without releases has the database of its first version', () => {
  expect(migrationFiles(first, { releases: [] })).toEqual([]);
  expect(schemaVersions([], { definition: first })).toEqual({ first: 1, version: 1, steps: [] });
});

test('a version for each release that changes the database, and one for what came since', () => {
  const releases = [release(first, '1.0.0', 1), release(look, '1.0.1', 1), release(second, '1.1.0', 2)];
  const { version, steps } = schemaVersions(releases, { definition: today });
  expect([version, steps.map((step) => [step.version, step.release])]).toEqual([
    3,
    [
      [2, '1.1.0'],
      [3, null],
    ],
  ]);
  expect(schemaVersions(releases, { definition: second }).version).toBe(2);
  const files = new Map(migrationFiles(today, { releases }).map(({ path, text }) => [path, text]));
  expect([...files.keys()].sort()).toEqual([
    'database/migrations.ts',
    'database/migrations/version2.ts',
    'database/migrations/version3.ts',
    'tests/releases/version1.sql',
    'tests/releases/version2.sql',
  ]);
  expect(files.get('database/migrations.ts')).toContain('[version2, version3]');
  expect(files.get('database/migrations/version2.ts')).toMatch(/Release 1\.1\.0[^]*"thread" TEXT/);
  expect(files.get('tests/releases/version2.sql')).toContain('"thread"');
  expect([...files.values()].join()).not.toMatch(/fern/i);
});
