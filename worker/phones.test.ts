import type { ColumnSettings } from '@/core/column';
import { printAppFile } from '@/core/transfer';
import { blank } from '@/test/host';
import { problemOf } from '@/test/problemOf';
import { browser, tab } from '@/test/shelf';
import type { WorkerApi } from './protocol';

const column = (id: string, name: string, kind: 'text' | 'wholeNumber' = 'text'): ColumnSettings =>
  ({ id, name, kind, required: false, unique: false, default: { kind: 'none' } }) as ColumnSettings;

const saved = (sql: string) => ({ verb: 'Saved', statements: [{ sql, params: {}, table: 'tools' }] });

/** Tools, released with two starting rows; then with weights; then with those as numbers. */
async function released() {
  const shared = browser();
  const { shelf, time, events } = await tab(shared);
  const { id } = await shelf.importApp(
    printAppFile({ format: 'fern-shelf-app', version: 1, definition: { ...blank, id: 'app', name: 'Tools' } }),
  );
  await shelf.open(id, false);
  await shelf.edit(id, { kind: 'addTable', tableId: 't', columnId: 'c', name: 'Tools' }, {});
  await shelf.write(id, saved("INSERT INTO tools (name) VALUES ('Saw'), ('Awl')"));
  await shelf.keepRowsAsStarting(id);
  await shelf.release(id, { version: '1.0.0', notes: '' });
  await shelf.edit(id, { kind: 'addColumn', tableId: 't', column: column('w', 'Weight') }, {});
  await shelf.write(id, saved("INSERT INTO tools (name, weight) VALUES ('Plane', '900'), ('Vice', 'heavy')"));
  await shelf.release(id, { version: '1.1.0', notes: '' });
  const releases = (await shelf.open(id, false)) as Extract<Awaited<ReturnType<WorkerApi['open']>>, { kind: 'open' }>;
  const [first, second] = releases.state.releases.map((each) => each.id) as [string, string];
  return { shelf, time, events, shared, id, first, second };
}

const rows = async (shelf: WorkerApi, phoneId: string, columns = '*') =>
  (await shelf.read(phoneId, { sql: `SELECT ${columns} FROM tools ORDER BY id` })).rows;
const live = async (shelf: WorkerApi) => (await shelf.apps()).filter(({ removedAt }) => !removedAt);

describe('a phone that is kept at a release', () => {
  it('begins with its starting rows, with those of the bench phone, or with difficult ones', async () => {
    const { shelf, id, first, second } = await released();
    const starting = await shelf.keepPhone(id, first, 'starting', 'New');
    const bench = await shelf.keepPhone(id, first, 'bench', 'In use');
    const difficult = await shelf.keepPhone(id, second, 'difficult', 'Hard');
    expect([starting.rows, bench.rows, difficult.rows > 5]).toEqual([2, 4, true]);
    expect((await shelf.phones(id)).map(({ name }) => name).sort()).toEqual(['Hard', 'In use', 'New']);
    // They do not stand on the shelf.
    expect((await live(shelf)).map(({ name }) => name)).toEqual(['Tools']);
    await shelf.openPhone(starting.id);
    expect(await rows(shelf, starting.id)).toEqual([
      { id: 1, name: 'Saw' },
      { id: 2, name: 'Awl' },
    ]);
  });

  it('runs beside its app, on a database of its own', async () => {
    const { shelf, id, first } = await released();
    const phone = await shelf.keepPhone(id, first, 'starting', 'New');
    const opened = await shelf.openPhone(phone.id);
    if (opened.kind !== 'open') throw new Error('not open');
    expect(opened.state.definition.tables[0]?.columns).toHaveLength(1);
    await shelf.write(phone.id, saved("INSERT INTO tools (name) VALUES ('File')"));
    expect([(await rows(shelf, phone.id)).length, (await rows(shelf, id)).length]).toEqual([3, 4]);
    await shelf.open(id, false);
    await shelf.openPhone(phone.id);
    expect((await rows(shelf, phone.id)).length).toBe(3);
  });

  it('is updated before your eyes: one transaction, told as a ripple; as it was, it can be kept', async () => {
    const { shelf, events, id, first, second } = await released();
    const phone = await shelf.keepPhone(id, first, 'bench', 'In use');
    await shelf.openPhone(phone.id);
    const updated = await shelf.updatePhone(phone.id, second, true);
    expect(updated).toMatchObject({ releaseId: second, name: 'In use' });
    expect((await rows(shelf, phone.id)).map(({ weight }) => weight)).toEqual([null, null, null, null]);
    const ripple = events.flatMap((event) => (event.kind === 'changed' && event.appId === phone.id ? [event] : []));
    expect(ripple.at(-1)?.ripple).toMatchObject({ label: 'Updated from 1.0.0 to 1.1.0' });
    expect(ripple.at(-1)?.ripple.statements.map(({ sql }) => sql)).toEqual([
      expect.stringContaining('ADD COLUMN "weight"'),
    ]);
    const all = await shelf.phones(id);
    expect(all.map(({ releaseId }) => releaseId).sort()).toEqual([first, second].sort());
    // Twice at once, or again, it is where it is.
    expect(await problemOf(shelf.updatePhone(phone.id, first, false))).toMatchObject({ code: 'release-gone' });
  });

  it('that cannot be updated stays as it was', async () => {
    const { shelf, shared, id, first } = await released();
    const phone = await shelf.keepPhone(id, first, 'bench', 'In use');
    const required = { ...column('c', 'Name'), unique: true };
    await shelf.edit(id, { kind: 'changeColumn', tableId: 't', column: required } as never, {});
    await shelf.openPhone(phone.id);
    await shelf.write(phone.id, saved("INSERT INTO tools (name) VALUES ('Saw')"));
    expect(await problemOf(shelf.updatePhone(phone.id, null, true))).toMatchObject({ code: 'constraint' });
    expect((await rows(shelf, phone.id)).map(({ name }) => name)).toEqual(['Saw', 'Awl', 'Plane', 'Vice', 'Saw']);
    expect(await shelf.phones(id)).toHaveLength(1);
    // Nor is anything left of the copy that was to be kept.
    const stored = [...shared.stores].filter(
      ([name, { values }]) => name.startsWith('fern-shelf-app-') && values.size > 0,
    );
    expect(stored).toHaveLength(2);
    const trial = await shelf.rehearse(id, first, { kind: 'phone', id: phone.id, name: phone.name });
    expect(trial).toMatchObject({ from: '1.0.0', rows: 5, fault: expect.stringContaining('Name') });
  });

  it('comes out of a file that says itself which release it has, and others are told from it', async () => {
    const { shelf, id, first, second } = await released();
    const old = await shelf.keepPhone(id, first, 'bench', 'In use');
    await shelf.openPhone(old.id);
    await shelf.write(old.id, saved("UPDATE tools SET name = 'Bow saw' WHERE id = 1"));
    const file = await shelf.downloadDatabase(old.id);
    const pulled = await shelf.keepPhone(id, second, { file }, 'Pulled');
    expect(pulled).toMatchObject({ releaseId: first, rows: 4 });
    // It stays as it was in the file, until it is updated.
    await shelf.openPhone(pulled.id);
    expect(await problemOf(shelf.write(pulled.id, saved('DELETE FROM tools')))).toMatchObject({
      code: 'phone-read-only',
    });
    const compared = await shelf.comparePhone(pulled.id, null);
    expect(compared).toMatchObject({ here: 2, there: 0 });
    expect(compared.told).toMatchObject([
      { column: 'Name', converted: 1, samples: [{ rowId: 1, before: 'Saw', after: 'Bow saw' }] },
    ]);
    expect(await shelf.comparePhone(pulled.id, old.id)).toMatchObject({ here: 0, there: 0, told: [] });
    await shelf.updatePhone(pulled.id, second, false);
    await shelf.write(pulled.id, saved('DELETE FROM tools'));
    expect(await rows(shelf, pulled.id)).toEqual([]);
  });

  it('keeps apart what is lost, and nothing else', async () => {
    const { shelf, id, second } = await released();
    const phone = await shelf.keepPhone(id, second, 'bench', 'In use');
    await shelf.openPhone(phone.id);
    await shelf.write(phone.id, saved("INSERT INTO tools (name, weight) VALUES ('Bell', 'odd')"));
    await shelf.edit(
      id,
      { kind: 'changeColumn', tableId: 't', column: column('w', 'Weight', 'wholeNumber') } as never,
      {},
    );
    const fills = { w: { values: [['heavy', 5000]] as [string, number][] } };
    await shelf.setUpgrade(id, { fills, aside: ['w'], first: '', last: '' });
    await shelf.updatePhone(phone.id, null, false);
    expect((await rows(shelf, phone.id, 'weight')).map(({ weight }) => weight)).toEqual([null, null, 900, 5000, null]);
    expect((await shelf.read(phone.id, { sql: 'SELECT * FROM _aside_3_tools' })).rows).toEqual([
      { id: 5, weight: 'odd' },
    ]);
  });

  it('has the release that its file says it has, where several have its tables', async () => {
    const { shelf, id, second } = await released();
    const label = { ...column('x', 'Label'), kind: 'expression', text: 'upper(name)' };
    await shelf.edit(id, { kind: 'addColumn', tableId: 't', column: label } as never, {});
    await shelf.release(id, { version: '1.2.0', notes: '' });
    const file = await shelf.downloadDatabase(id);
    const third = await shelf.keepPhone(id, second, { file }, 'Any');
    // The header of a database has its version in big-endian bytes. Source: sqlite.org/fileformat2.html, 1.3
    file[63] = 2;
    expect(third.releaseId).not.toBe(second);
    expect(await shelf.keepPhone(id, second, { file }, 'Old')).toMatchObject({ releaseId: second });
  });

  it.each<[string, (file: Uint8Array) => Uint8Array, RegExp]>([
    ['no database', () => new TextEncoder().encode('tools'), /SQLite cannot read it|not a database/],
    ['one that is cut off', (file) => file.slice(0, 5000), /SQLite cannot read it|malformed|Page|page/],
  ])('is refused a file that is %s', async (_what, broken, reason) => {
    const { shelf, id, first } = await released();
    const file = broken(await shelf.downloadDatabase(id));
    expect(await problemOf(shelf.keepPhone(id, first, { file }, 'Pulled'))).toMatchObject({
      code: 'file-broken',
      reason: expect.stringMatching(reason),
    });
    expect(await shelf.phones(id)).toEqual([]);
  });

  it('is refused a file of another app, and says what it does not know', async () => {
    const { shelf, id, first } = await released();
    const other = await shelf.createApp('Other');
    await shelf.open(other.id, false);
    await shelf.edit(other.id, { kind: 'addTable', tableId: 'x', columnId: 'y', name: 'Hats' }, {});
    const file = await shelf.downloadDatabase(other.id);
    await shelf.open(id, false);
    expect(await problemOf(shelf.keepPhone(id, first, { file }, 'Pulled'))).toMatchObject({
      code: 'file-broken',
      reason: expect.stringContaining('hats.id is unknown'),
    });
  });

  it('goes with the backup, and with its app', async () => {
    const { shelf, time, id, first, shared } = await released();
    const phone = await shelf.keepPhone(id, first, 'starting', 'New');
    const { file } = await shelf.backUp();
    const other = await tab();
    expect((await other.shelf.inspectBackup(file)).apps).toHaveLength(1);
    await other.shelf.restoreBackup(['copy']);
    const [app] = await live(other.shelf);
    expect(await other.shelf.phones(app?.id ?? '')).toMatchObject([{ name: 'New', releaseId: first, rows: 2 }]);
    await shelf.removePhone(phone.id);
    expect(await shelf.phones(id)).toEqual([]);
    await shelf.bringBackApp(phone.id);
    expect(await shelf.phones(id)).toHaveLength(1);
    await shelf.removeApp(id);
    for (let day = 21; day < 30; day++) {
      time.now = `2026-11-${day}T10:00:00.000Z`;
      await shelf.apps();
    }
    expect(shared.stores.get(`fern-shelf-app-${phone.id}`)?.values.size ?? 0).toBe(0);
  });
});
