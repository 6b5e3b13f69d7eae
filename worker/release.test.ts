import { problemOf } from '@/test/problemOf';
import { MOST_NOTES, MOST_RELEASES } from '@/core/release';
import { parseAppFile, printAppFile } from '@/core/transfer';
import { memoryStore } from '@/core/store';
import { hostEnvironment } from '@/test/host';
import { openDemo } from '@/test/demoHost';
import { AppHost } from './appHost';

const column = (id: string, name: string) =>
  ({ id, name, kind: 'text', required: false, unique: false, default: { kind: 'none' } }) as const;
const nickname = { kind: 'addColumn', tableId: 't3', column: column('n1', 'Nickname') } as const;
const heads = (host: AppHost) => host.state().releases.map(({ version, schema }) => `${version}/${schema}`);

test('an app is frozen as it is, its schema counted, and both come back from the store', async () => {
  const { host, kv } = await openDemo();
  expect(await host.nextRelease()).toMatchObject({ version: '1.0.0', schema: 1 });
  await host.release({ version: '1.0.0', notes: 'The first.' });
  await host.edit(nickname, {});
  const next = await host.nextRelease();
  expect(next).toMatchObject({ version: '1.1.0', schema: 2, notes: 'Garments: new column Nickname (text).' });
  await host.release(next);
  expect(heads(host)).toEqual(['1.0.0/1', '1.1.0/2']);
  await host.compact();
  await host.close();
  const again = await AppHost.open(await hostEnvironment(kv));
  expect(heads(again)).toEqual(['1.0.0/1', '1.1.0/2']);
  const [first] = again.state().releases;
  const { definition } = await again.releasedPlan(first?.id ?? '');
  expect(definition.tables.flatMap(({ columns }) => columns.map(({ id }) => id))).not.toContain('n1');
});

test('a release has the starting rows that it was made with, whatever they are later', async () => {
  const { host, kv } = await openDemo();
  await host.release({ version: '1.0.0', notes: '' });
  const released = async () =>
    (await again.releasedPlan(again.state().releases[0]?.id ?? '')).starting?.rows.t9?.rows.length;
  await host.setStartingTable('t9', { columns: [], rows: [] });
  await host.compact();
  await host.close();
  const again = await AppHost.open(await hostEnvironment(kv));
  expect([again.state().starting?.t9 ?? 0, await released()]).toEqual([0, 18]);
  await again.release({ version: '1.0.1', notes: '' });
  expect(await released()).toBe(18);
  const file = parseAppFile(printAppFile(await again.file()));
  // Of 400 garments with their pictures nothing is there twice.
  expect(JSON.stringify(file.releases).length).toBeLessThan(20_000);
  await again.undo();
  await again.undo();
  expect([again.state().starting?.t9, await released()]).toEqual([18, 18]);
});

test('undo takes a release away, and redo makes it again', async () => {
  const { host } = await openDemo();
  await host.release({ version: '1.0.0', notes: '' });
  await host.release({ version: '1.0.1', notes: '' });
  await host.setReleaseNotes(host.state().releases[0]?.id ?? '', 'Said later.');
  await host.undo();
  expect(host.state().releases[0]?.notes).toBe('');
  await host.undo();
  expect(heads(host)).toEqual(['1.0.0/1']);
  await host.undo();
  expect(heads(host)).toEqual([]);
  await host.redo();
  await host.redo();
  await host.redo();
  expect([heads(host), host.state().releases[0]?.notes]).toEqual([['1.0.0/1', '1.0.1/1'], 'Said later.']);
});

test('a version that is taken, lower or none is refused, and so is a release that is not there', async () => {
  const { host } = await openDemo();
  await host.release({ version: '1.2.0', notes: '' });
  const asked = (version: string) => problemOf(host.release({ version, notes: '' }));
  expect(await asked('1.2.0')).toMatchObject({ code: 'release-version', reason: 'taken' });
  expect(await asked('1.1.9')).toMatchObject({ code: 'release-version', reason: 'lower' });
  expect(await asked('next')).toMatchObject({ code: 'release-version', reason: 'unreadable' });
  expect(await asked('1.10.0')).toBeNull();
  expect(await problemOf(host.setReleaseNotes('none', 'x'))).toEqual({ code: 'release-gone' });
  expect(await problemOf(host.returnToRelease('none', {}))).toEqual({ code: 'release-gone' });
});

test('what could not be read again is not stored: notes that are too long, and more releases than there may be', async () => {
  const { host, kv } = await openDemo();
  const long = 'x'.repeat(MOST_NOTES + 1);
  expect(await problemOf(host.release({ version: '1.0.0', notes: long }))).toMatchObject({
    code: 'invalid-value',
    place: 'Notes',
  });
  for (let made = 0; made < MOST_RELEASES; made++) await host.release({ version: `1.0.${made}`, notes: '' });
  expect(await problemOf(host.release({ version: '2.0.0', notes: '' }))).toMatchObject({
    code: 'invalid-value',
    place: 'Releases',
  });
  expect(await problemOf(host.setReleaseNotes(host.state().releases[0]?.id ?? '', long))).toMatchObject({
    code: 'invalid-value',
  });
  await host.close();
  const again = await AppHost.open(await hostEnvironment(kv));
  expect(again.state()).toMatchObject({ news: { mends: [] } });
  expect(again.state().releases).toHaveLength(MOST_RELEASES);
});

test('going back is one edit that brings the rows along, and one undo', async () => {
  const { host, rows } = await openDemo();
  const names = 'SELECT id, name FROM garments ORDER BY id';
  await host.release({ version: '1.0.0', notes: '' });
  const before = [host.state().definition, await rows(names)];
  const [first] = host.state().releases;
  await host.edit(nickname, {});
  await host.write({
    verb: 'Saved',
    statements: [{ sql: "UPDATE garments SET nickname = 'Old faithful' WHERE id = 1", params: {}, table: 'garments' }],
  });
  const [lost] = await host.previewReturn(first?.id ?? '', {});
  expect(lost).toMatchObject({ kind: 'column-removed', count: 1, samples: ['Old faithful'] });
  await host.returnToRelease(first?.id ?? '', {});
  expect([host.state().definition, await rows(names)]).toEqual(before);
  expect(heads(host)).toEqual(['1.0.0/1']);
  await host.undo();
  expect(await rows('SELECT nickname FROM garments WHERE id = 1')).toEqual([{ nickname: 'Old faithful' }]);
});

test('releases go with the app’s file at the cost of what differs, and one by itself has those before it', async () => {
  const { host } = await openDemo();
  const bare = printAppFile(await host.file()).length;
  await host.release({ version: '1.0.0', notes: '' });
  await host.edit(nickname, {});
  await host.release({ version: '1.1.0', notes: '' });
  await host.edit({ kind: 'renameTable', tableId: 't5', name: 'Lendings', recordName: 'Lending' }, {});
  const text = printAppFile(await host.file());
  expect(text.length - bare).toBeLessThan(4000);
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), parseAppFile(text));
  const other = await AppHost.open(await hostEnvironment(kv));
  expect(other.state().releases).toEqual(host.state().releases);
  for (const { id } of host.state().releases) expect(await other.releasedPlan(id)).toEqual(await host.releasedPlan(id));

  const [first] = host.state().releases;
  const alone = parseAppFile(printAppFile(await host.releaseFile(first?.id ?? '')));
  expect([alone.definition, alone.releases?.map(({ version }) => version)]).toEqual([
    (await host.releasedPlan(first?.id ?? '')).definition,
    ['1.0.0'],
  ]);
});

test('a file whose releases lead nowhere is refused with the place', async () => {
  const { host } = await openDemo();
  await host.release({ version: '1.0.0', notes: '' });
  const file = await host.file();
  const back = [{ op: 'remove', path: '/definition/none' }];
  const broken = JSON.stringify({ ...file, releases: file.releases?.map((each) => ({ ...each, back })) });
  expect(() => parseAppFile(broken)).toThrow(/release/);
});
