import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { ProblemError } from '@/core/problem';
import { printAppFile } from '@/core/transfer';
import { theatre } from '@/demo';
import { blank } from '@/test/host';
import { browser, tab } from '@/test/shelf';
import type { WorkerApi } from './protocol';
import { unpackBackup } from './backup';

/** A shelf with the theatre, as a file, and a small app with a history. */
async function twoApps(shared = browser()) {
  const { shelf, time } = await tab(shared);
  const theatreApp = await shelf.importApp(printAppFile(theatre(15)));
  const small = await shelf.importApp(
    printAppFile({ format: 'fern-shelf-app', version: 1, definition: { ...blank, id: 'small', name: 'Small' } }),
  );
  await shelf.open('small', false);
  await shelf.edit('small', { kind: 'addTable', tableId: 't', columnId: 'c', name: 'Tools' }, {});
  await shelf.write('small', {
    verb: 'Saved',
    statements: [{ sql: "INSERT INTO tools (name) VALUES ('Saw')", params: {}, table: 'tools' }],
  });
  await shelf.write('small', {
    verb: 'Saved',
    statements: [{ sql: "INSERT INTO tools (name) VALUES ('Awl')", params: {}, table: 'tools' }],
  });
  return { shelf, time, theatreApp, small, shared };
}
const content = async (shelf: WorkerApi, appId: string) =>
  JSON.parse(await shelf.exportApp(appId)) as { definition: { id: string; name: string } };
const tools = async (shelf: WorkerApi, appId: string) => {
  await shelf.open(appId, false);
  return (await shelf.read(appId, { sql: 'SELECT name FROM tools ORDER BY id' })).rows.map(({ name }) => name);
};
const problemOf = (work: Promise<unknown>) =>
  work.then(
    () => null,
    (error: unknown) => (error instanceof ProblemError ? error.problem : Promise.reject(error)),
  );

describe('a backup of the shelf', () => {
  it('brings every app back on an empty shelf, with its rows and its history', async () => {
    const { shelf } = await twoApps();
    expect((await shelf.storage()).backedUpAt).toBeNull();
    const { file, left } = await shelf.backUp();
    expect(left).toEqual([]);
    expect((await shelf.storage()).backedUpAt).toBe('2026-11-20T10:00:00.000Z');

    const other = (await tab()).shelf;
    const { at, apps } = await other.inspectBackup(file);
    expect(at).toBe('2026-11-20T10:00:00.000Z');
    expect(apps.map(({ name, isThere, isWhole }) => [name, isThere, isWhole]).sort()).toEqual([
      ['Lantern Lane Playhouse', false, true],
      ['Small', false, true],
    ]);
    const restored = await other.restoreBackup(apps.map(() => 'copy'));
    expect(restored.refused).toEqual([]);
    expect(restored.apps.map(({ mends }) => mends)).toEqual([[], []]);
    for (const { id } of apps) expect(await content(other, id)).toEqual(await content(shelf, id));
    expect(await tools(other, 'small')).toEqual(['Saw', 'Awl']);
    await other.undo('small');
    await other.undo('small');
    expect(await tools(other, 'small')).toEqual([]);
    await other.redo('small');
    expect(await tools(other, 'small')).toEqual(['Saw']);
    await other.undo('small');
    await other.undo('small');
    expect((await content(other, 'small')).definition).toMatchObject({ tables: [] });
  });

  it('is a ZIP file of open formats: any program finds a SQLite database for each app in it', async () => {
    const { shelf } = await twoApps();
    const { file } = await shelf.backUp();
    const folder = mkdtempSync(join(tmpdir(), 'fern-backup-'));
    for (const [name, bytes] of Object.entries(unzipSync(file)))
      if (name.endsWith('.sqlite')) writeFileSync(join(folder, `${name.split('/')[1]}.sqlite`), bytes);
    const counts = [1, 2].map((number) =>
      execFileSync(
        'sqlite3',
        [
          join(folder, `${number}.sqlite`),
          "SELECT group_concat(name) FROM sqlite_schema WHERE name IN ('tools', 'garments')",
        ],
        { encoding: 'utf8' },
      ).trim(),
    );
    expect(counts.sort()).toEqual(['garments', 'tools']);
  });

  it('comes into a shelf that is not empty as copies, or in place, and what stood there is kept among the removed', async () => {
    const { shelf } = await twoApps();
    const { file } = await shelf.backUp();
    await shelf.write('small', {
      verb: 'Saved',
      statements: [{ sql: "INSERT INTO tools (name) VALUES ('Later')", params: {}, table: 'tools' }],
    });
    const { apps } = await shelf.inspectBackup(file);
    expect(apps.every(({ isThere }) => isThere)).toBe(true);
    await shelf.restoreBackup(apps.map(({ name }) => (name === 'Small' ? 'copy' : 'leave')));
    expect((await shelf.apps()).map(({ name }) => name).sort()).toEqual([
      'Lantern Lane Playhouse',
      'Small',
      'Small (copy)',
    ]);
    expect(await tools(shelf, 'small')).toEqual(['Saw', 'Awl', 'Later']);

    const { refused } = await shelf.restoreBackup(apps.map(({ name }) => (name === 'Small' ? 'replace' : 'leave')));
    expect(refused).toEqual([]);
    expect(await tools(shelf, 'small')).toEqual(['Saw', 'Awl']);
    const removed = (await shelf.apps()).filter(({ removedAt }) => removedAt);
    expect(removed.map(({ name }) => name)).toEqual(['Small (before the backup)']);
    await shelf.bringBackApp(removed[0]?.id ?? '');
    expect(await tools(shelf, removed[0]?.id ?? '')).toEqual(['Saw', 'Awl', 'Later']);
    // The history of what was there goes on with it.
    await shelf.undo(removed[0]?.id ?? '');
    expect(await tools(shelf, removed[0]?.id ?? '')).toEqual(['Saw', 'Awl']);
  });

  it('holds what another tab has open; in its place nothing is put', async () => {
    const { shared } = await twoApps();
    const second = (await tab(shared)).shelf;
    const { file, left } = await second.backUp();
    expect(left).toEqual([]);
    const { apps } = await second.inspectBackup(file);
    const { refused } = await second.restoreBackup(apps.map(({ name }) => (name === 'Small' ? 'replace' : 'leave')));
    expect(refused).toEqual([{ name: 'Small', reason: 'Another tab has this app open.' }]);
  });

  it('tells of an app that cannot be read, and holds the others; stopped, it gives nothing', async () => {
    const { shelf, shared, theatreApp } = await twoApps();
    const kv = shared.stores.get(`fern-shelf-app-${theatreApp.id}`);
    for (const key of kv?.values.keys() ?? []) if (key.startsWith('piece/')) kv?.values.set(key, 'AAAA');
    const { file, left } = await shelf.backUp();
    expect(left).toEqual([{ name: 'Lantern Lane Playhouse', reason: expect.stringContaining('cannot be read') }]);
    expect(unpackBackup(file).apps.map(({ name }) => name)).toEqual(['Small']);
    const stopped = shelf.backUp();
    await shelf.cancelImport();
    expect(await problemOf(stopped)).toEqual({ code: 'cancelled' });
  });

  it('is refused where it is none, or newer; a damaged app in it is told, and the others come back', async () => {
    const { shelf } = await twoApps();
    const { file } = await shelf.backUp();
    expect(await problemOf(shelf.inspectBackup(strToU8('no zip')))).toMatchObject({
      code: 'file-broken',
      place: 'the start',
    });
    expect(await problemOf(shelf.inspectBackup(zipSync({ 'a.txt': strToU8('a') })))).toMatchObject({
      code: 'file-broken',
      place: 'shelf.json',
    });
    // The directory at the end says how large a file in it becomes (APPNOTE 6.3, §4.3.12).
    const bomb = zipSync({ 'shelf.json': strToU8('{}') });
    const directory = bomb.findLastIndex(
      (byte, at) => byte === 0x50 && bomb[at + 1] === 0x4b && bomb[at + 2] === 1 && bomb[at + 3] === 2,
    );
    new DataView(bomb.buffer, bomb.byteOffset).setUint32(directory + 24, 0xf0000000, true);
    expect(await problemOf(shelf.inspectBackup(bomb))).toMatchObject({
      code: 'file-broken',
      reason: expect.stringContaining('larger than can be kept'),
    });
    const files = unzipSync(file);
    const head = JSON.parse(new TextDecoder().decode(files['shelf.json'])) as {
      version: number;
      apps: { name: string; folder: string }[];
    };
    expect(
      await problemOf(
        shelf.inspectBackup(zipSync({ ...files, 'shelf.json': strToU8(JSON.stringify({ ...head, version: 9 })) })),
      ),
    ).toEqual({ code: 'file-newer', found: 9, supported: 1 });
    const folderOf = (name: string) => head.apps.find((app) => app.name === name)?.folder ?? '';
    const database = Uint8Array.from(files[`${folderOf('Lantern Lane Playhouse')}/database.sqlite`] ?? []);
    database[5000] = (database[5000] ?? 0) ^ 1;
    const damaged = zipSync({
      ...files,
      [`${folderOf('Lantern Lane Playhouse')}/database.sqlite`]: database,
      [`${folderOf('Small')}/history.jsonl`]: strToU8('{"torn'),
    });
    const other = (await tab()).shelf;
    const { apps } = await other.inspectBackup(damaged);
    expect(apps.find(({ name }) => name === 'Lantern Lane Playhouse')?.isWhole).toBe(false);
    const restored = await other.restoreBackup(apps.map(() => 'copy'));
    expect(restored.refused).toMatchObject([{ name: 'Lantern Lane Playhouse' }]);
    // A history that cannot be read costs undo steps, not the app.
    expect(await tools(other, 'small')).toEqual(['Saw', 'Awl']);
  });

  it('refuses any noise with a problem, never anything else', async () => {
    const { shelf } = await twoApps();
    const { file } = await shelf.backUp();
    const other = (await tab()).shelf;
    await fc.assert(
      fc.asyncProperty(fc.nat(file.length - 1), fc.uint8Array({ minLength: 1, maxLength: 40 }), async (at, noise) => {
        const bytes = Uint8Array.from(file);
        bytes.set(noise.slice(0, bytes.length - at), at);
        const found = await other
          .inspectBackup(bytes)
          .catch((error: unknown) => (error instanceof ProblemError ? null : Promise.reject(error)));
        if (found) await other.restoreBackup(found.apps.map(() => 'copy'));
        expect((await other.apps()).every(({ name }) => /^(Small|Lantern)/.test(name))).toBe(true);
      }),
      { numRuns: 25 },
    );
  });
});
