import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { physicalPlan } from '@/core/plan';
import { ProblemError } from '@/core/problem';
import { type MergeRequest, mergeSettings, mergeStart, printAppFile, type SheetSettings } from '@/core/transfer';
import { theatre } from '@/demo';
import { browser, tab } from '@/test/shelf';
import type { WorkerApi } from './protocol';

const bytes = (text: string) => new Uint8Array(Buffer.from(text));
const garments =
  'Tag,Name,Price,Acquired,Lent\n2000000000015,Cloak,€28.50,2026-01-02,yes\n2000000000022,"Cape, long",€7,2025-12-31,no\n2000000000039,Hat,€3.20,2024-05-06,no\n';

async function opened(shelf: WorkerApi, text = garments, name = 'garments.csv') {
  await shelf.inspectFile(name, bytes(text));
  const { app, report } = await shelf.importAsApp('Store', []);
  const open = await shelf.open(app.id, false);
  if (open.kind !== 'open') throw new Error('not open');
  return { app, report, definition: open.state.definition };
}
const rows = async (shelf: WorkerApi, appId: string, sql: string) => (await shelf.read(appId, { sql })).rows;

/** Every row of every table as the app has it. */
async function whole(shelf: WorkerApi, appId: string) {
  const open = await shelf.open(appId, false);
  const { definition } = open.kind === 'open' ? open.state : { definition: null };
  if (!definition) throw new Error('not open');
  return Promise.all(
    physicalPlan(definition).tables.map(async ({ identifier }) => [
      identifier,
      await rows(shelf, appId, `SELECT * FROM "${identifier}" ORDER BY id`),
    ]),
  );
}

function sqliteFile(sql: string): Uint8Array {
  const path = join(mkdtempSync(join(tmpdir(), 'fern-')), 'a.db');
  execFileSync('sqlite3', [path], { input: sql });
  return new Uint8Array(readFileSync(path));
}

describe('a new app from a file', () => {
  it('is there in one step: a table with its kinds, every row, and screens', async () => {
    const { shelf } = await tab();
    const { app, report, definition } = await opened(shelf);
    expect(app).toMatchObject({ name: 'Store', tables: 1, rows: 3 });
    expect(report).toMatchObject({ inserted: 3, refusedCount: 0 });
    expect(definition.tables[0]).toMatchObject({
      name: 'Garments',
      recordName: 'Garment',
      columns: [
        { kind: 'barcode', symbology: 'EAN-13' },
        { kind: 'text', name: 'Name' },
        { kind: 'money', currency: 'EUR' },
        { kind: 'date' },
        { kind: 'yesNo' },
      ],
      naming: { columnId: definition.tables[0]?.columns[1]?.id },
    });
    expect(await rows(shelf, app.id, 'SELECT * FROM garments')).toEqual([
      { id: 1, tag: '2000000000015', name: 'Cloak', price: 2850, acquired: '2026-01-02', lent: 1 },
      { id: 2, tag: '2000000000022', name: 'Cape, long', price: 700, acquired: '2025-12-31', lent: 0 },
      { id: 3, tag: '2000000000039', name: 'Hat', price: 320, acquired: '2024-05-06', lent: 0 },
    ]);
    const edited = await shelf.edit(app.id, { kind: 'renameApp', name: 'Costumes' }, {});
    expect(edited.definition.name).toBe('Costumes');
  });

  it('asks about the order of dates, and takes the answer', async () => {
    const { shelf } = await tab();
    const file = await shelf.inspectFile('days.csv', bytes('Day,What\n01/02/2026,a\n03/04/2026,b\n'));
    expect(file.sheets[0]).toMatchObject({ columns: [{ kind: 'date', dateOrders: ['dmy', 'mdy'] }, {}], rows: 2 });
    await expect(shelf.importAsApp('Days', [])).rejects.toMatchObject({
      problem: { reason: 'In which order are the dates of Day?' },
    });
    const settings: SheetSettings = {
      ...(file.sheets[0]?.settings as SheetSettings),
      columns: { 0: { dates: 'mdy' }, 1: { kind: 'longText', name: 'Event' } },
    };
    expect((await shelf.readSheet(0, settings)).columns).toMatchObject([
      { dateOrders: [] },
      { kind: 'longText', name: 'Event' },
    ]);
    const { app } = await shelf.importAsApp('Days', [settings]);
    await shelf.open(app.id, false);
    expect(await rows(shelf, app.id, 'SELECT day, event FROM days')).toEqual([
      { day: '2026-01-02', event: 'a' },
      { day: '2026-03-04', event: 'b' },
    ]);
  });

  it('is read with another delimiter or encoding where the one that was found is wrong', async () => {
    const { shelf } = await tab();
    const content = new Uint8Array(Buffer.from('Name;Größe\nÄrmel;1,5\nKragen;2,5\nSaum;3\n', 'latin1'));
    expect(await shelf.inspectFile('a.csv', content)).toMatchObject({
      encoding: 'windows-1252',
      delimiter: ';',
      sheets: [{ columns: [{ name: 'Name' }, { name: 'Größe', kind: 'decimal' }] }],
    });
    expect(await shelf.inspectFile('a.csv', content, { delimiter: '|' })).toMatchObject({
      delimiter: '|',
      sheets: [{ columns: [{ name: 'Name;Größe' }] }],
    });
    expect(await shelf.inspectFile('a.csv', content, { encoding: 'windows-1251' })).toMatchObject({
      encoding: 'windows-1251',
      sheets: [{ columns: [{}, { name: 'GrцЯe' }] }],
    });
  });

  it('leaves doubtful cells blank and tells each, with its row in the file', async () => {
    const { shelf } = await tab();
    const many = Array.from({ length: 30 }, (_, index) => `${index},x${index}`).join('\n');
    const file = await shelf.inspectFile('n.csv', bytes(`Count,Name\n${many}\nn/a,last\n`));
    expect(file.sheets[0]).toMatchObject({ columns: [{ kind: 'wholeNumber', doubtful: 1 }, {}] });
    expect(file.sheets[0]?.sample.at(-1)).toEqual({ row: 32, texts: ['n/a', 'last'], doubtful: [0] });
    const { report } = await shelf.importAsApp('N', []);
    expect(report).toMatchObject({
      inserted: 31,
      refusedCount: 1,
      refused: [{ row: 32, reason: 'Count: expected a whole number; “n/a” was left out' }],
    });
  });

  it('comes out of a SQLite file, in WAL mode too, with links that hold', async () => {
    const { shelf } = await tab();
    const file = sqliteFile(
      `PRAGMA journal_mode = WAL; CREATE TABLE maker (id INTEGER PRIMARY KEY, name TEXT); CREATE TABLE tool (id INTEGER PRIMARY KEY, name TEXT, maker_id INTEGER NOT NULL REFERENCES maker ON DELETE CASCADE, photo BLOB); INSERT INTO maker VALUES (4, 'Thorn'); INSERT INTO tool VALUES (2, 'Saw', 4, x'89504E470D0A1A0A');`,
    );
    const described = await shelf.inspectFile('tools.sqlite', file);
    expect(described.database).toMatchObject({
      isOwn: false,
      tables: [
        { name: 'Maker', rows: 1, columns: ['Name'] },
        { name: 'Tool', rows: 1, columns: ['Name', 'Maker', 'Photo'] },
      ],
    });
    const { app } = await shelf.importAsApp('Tools', []);
    await shelf.open(app.id, false);
    expect(
      await rows(
        shelf,
        app.id,
        'SELECT t.name, m.name AS maker, hex(t.photo) AS photo FROM tool t JOIN maker m ON m.id = t.maker',
      ),
    ).toEqual([{ name: 'Saw', maker: 'Thorn', photo: '89504E470D0A1A0A' }]);
  });

  it('comes out of a script, which may not reach other files', async () => {
    const { shelf } = await tab();
    const file = await shelf.inspectFile(
      'a.sql',
      bytes("BEGIN; CREATE TABLE tool (name TEXT); INSERT INTO tool VALUES ('Saw'), ('Plane'); COMMIT;"),
    );
    expect(file.database?.tables).toEqual([{ name: 'Tool', rows: 2, columns: ['Name'] }]);
    await expect(shelf.inspectFile('a.sql', bytes("ATTACH 'x.db' AS x;"))).rejects.toMatchObject({
      problem: { code: 'file-broken', reason: 'not authorized' },
    });
    await expect(shelf.inspectFile('a.sql', bytes('CREATE TABLE tool (name TEXT; '))).rejects.toMatchObject({
      problem: { code: 'file-broken' },
    });
  });
});

describe('tables into an app that is there', () => {
  it('come with their rows as one change, with names that are free, and an undo takes both away', async () => {
    const shared = browser();
    const { shelf } = await tab(shared);
    const { app } = await opened(shelf);
    const before = await whole(shelf, app.id);
    await shelf.inspectFile('garments.csv', bytes('Garment,Day\nCloak,2026-01-01\n'));
    expect(await shelf.importTables(app.id, [])).toMatchObject({ inserted: 1 });
    const names = async () => (await whole(shelf, app.id)).map(([identifier]) => identifier);
    expect(await names()).toEqual(['garments', 'garments_2']);
    await shelf.undo(app.id);
    expect(await whole(shelf, app.id)).toEqual(before);
    await shelf.redo(app.id);
    expect(await rows(shelf, app.id, 'SELECT garment, day FROM garments_2')).toEqual([
      { garment: 'Cloak', day: '2026-01-01' },
    ]);
    await shelf.restart(app.id);
    expect(await rows(shelf, app.id, 'SELECT count(*) AS n FROM garments_2')).toEqual([{ n: 1 }]);
  });

  it('come out of a database with the links between them', async () => {
    const { shelf } = await tab();
    const { app } = await opened(shelf);
    await shelf.inspectFile(
      'x.db',
      sqliteFile(
        "CREATE TABLE maker (id INTEGER PRIMARY KEY, name TEXT); CREATE TABLE tool (name TEXT, maker INTEGER REFERENCES maker); INSERT INTO maker VALUES (4, 'Thorn'); INSERT INTO tool VALUES ('Saw', 4);",
      ),
    );
    const report = await shelf.importTables(app.id, []);
    expect(report).toMatchObject({
      inserted: 2,
      notes: ['Tool: it has no primary key; rows are told apart by an id of their own.'],
    });
    expect(await rows(shelf, app.id, 'SELECT m.name FROM tool t JOIN maker m ON m.id = t.maker')).toEqual([
      { name: 'Thorn' },
    ]);
  });
});

describe('rows into a table that is there', () => {
  const merge = async (
    shelf: WorkerApi,
    appId: string,
    text: string,
    request: (columns: Record<string, string>) => Partial<MergeRequest>,
  ) => {
    const open = await shelf.open(appId, false);
    const table = open.kind === 'open' ? open.state.definition.tables[0] : undefined;
    if (!table) throw new Error('no table');
    const file = await shelf.inspectFile('more.csv', bytes(text));
    const ids = Object.fromEntries(table.columns.map(({ name, id }) => [name, id]));
    const mapping = Object.fromEntries(
      (file.sheets[0]?.columns ?? [])
        .map(({ index, name }) => [index, name === 'id' ? 'id' : (ids[name] ?? '')])
        .filter(([, id]) => id !== ''),
    );
    return shelf.importRows(appId, 0, {
      settings: file.sheets[0]?.settings as SheetSettings,
      tableId: table.id,
      mapping,
      key: null,
      onMatch: 'update',
      onNew: 'insert',
      ...request(ids),
    });
  };

  it('are matched by a code, updated or added; each row that does not fit is told with why, and left out whole', async () => {
    const { shelf } = await tab();
    const { app } = await opened(shelf);
    const text =
      'Tag,Name,Price,Acquired\n2000000000015,Long cloak,30.00,2026-02-01\n2000000000046,Boots,12,2026-02-01\n2000000000053,Gloves,much,2026-02-01\n2000000000060,Scarf,1,31/31/2026\n';
    const report = await merge(shelf, app.id, text, (ids) => ({ key: ids.Tag }));
    expect(report).toMatchObject({
      inserted: 1,
      updated: 1,
      skipped: 0,
      refusedCount: 2,
      refused: [
        { row: 4, reason: 'Price: expected an amount' },
        { row: 5, reason: 'Acquired: “31/31/2026” is no date' },
      ],
    });
    expect(await rows(shelf, app.id, 'SELECT id, name, price, lent FROM garments ORDER BY id')).toEqual([
      { id: 1, name: 'Long cloak', price: 3000, lent: 1 },
      { id: 2, name: 'Cape, long', price: 700, lent: 0 },
      { id: 3, name: 'Hat', price: 320, lent: 0 },
      { id: 4, name: 'Boots', price: 1200, lent: 0 },
    ]);
    await shelf.undo(app.id);
    expect(await rows(shelf, app.id, 'SELECT name FROM garments ORDER BY id')).toEqual([
      { name: 'Cloak' },
      { name: 'Cape, long' },
      { name: 'Hat' },
    ]);
  });

  it('can be only added, or only updated, or skipped where they match', async () => {
    const { shelf } = await tab();
    const { app } = await opened(shelf);
    const text = 'Tag,Name\n2000000000015,Long cloak\n2000000000046,Boots\n';
    expect(await merge(shelf, app.id, text, (ids) => ({ key: ids.Tag, onNew: 'skip' }))).toMatchObject({
      inserted: 0,
      updated: 1,
      skipped: 1,
    });
    expect(await merge(shelf, app.id, text, (ids) => ({ key: ids.Tag, onMatch: 'skip' }))).toMatchObject({
      inserted: 1,
      updated: 0,
      skipped: 1,
    });
    expect(await merge(shelf, app.id, text, () => ({}))).toMatchObject({ inserted: 2 });
    expect(await merge(shelf, app.id, text, (ids) => ({ key: ids.Tag }))).toMatchObject({
      refusedCount: 2,
      updated: 0,
      refused: [{ row: 2, reason: 'several rows have the same Tag' }, { row: 3 }],
    });
  });

  it('keep the rules of the table, and find links by name', async () => {
    const { shelf } = await tab();
    const { app, definition } = await opened(shelf, 'Name,Hours\nCloak,1\nCape,2\n');
    const [table] = definition.tables;
    const [name, hours] = table?.columns ?? [];
    await shelf.edit(
      app.id,
      {
        kind: 'changeColumn',
        tableId: table?.id ?? '',
        column: {
          ...name,
          id: name?.id ?? '',
          kind: 'text',
          name: 'Name',
          required: true,
          unique: true,
          default: { kind: 'none' },
        },
      },
      {},
    );
    await shelf.edit(
      app.id,
      {
        kind: 'changeColumn',
        tableId: table?.id ?? '',
        column: {
          id: hours?.id ?? '',
          kind: 'wholeNumber',
          name: 'Hours',
          required: false,
          unique: false,
          default: { kind: 'none' },
          max: 10,
        },
      },
      {},
    );
    await shelf.edit(
      app.id,
      {
        kind: 'addColumn',
        tableId: table?.id ?? '',
        column: {
          id: 'z',
          kind: 'link',
          name: 'Part of',
          tableId: table?.id ?? '',
          inverse: 'Parts',
          onDelete: 'unlink',
          required: false,
          unique: false,
          default: { kind: 'none' },
        },
      },
      {},
    );
    const report = await merge(
      shelf,
      app.id,
      'Name,Hours,Part of\nHat,11,\nCloak,3,\n,3,\nBelt,4,cloak\nBag,5,Nothing\nPin,6,#2\n',
      () => ({}),
    );
    expect(report.refused).toEqual([
      { row: 2, reason: 'Hours: 10 at the most' },
      {
        row: 3,
        reason: 'Store › Name must be different in every record; this value is already there.'.replace(
          'Store',
          'Garments',
        ),
      },
      { row: 4, reason: 'Name must not be blank' },
      { row: 6, reason: 'Part of: there is no garment called “Nothing”' },
    ]);
    expect(await rows(shelf, app.id, 'SELECT name, part_of FROM garments WHERE id > 2')).toEqual([
      { name: 'Belt', part_of: 1 },
      { name: 'Pin', part_of: 2 },
    ]);
  });
});

describe('rows into a table that is there, more closely', () => {
  const common = { required: false, unique: false, default: { kind: 'none' } } as const;
  const into = async (shelf: WorkerApi, appId: string, text: string, key: string | null) => {
    const open = await shelf.open(appId, false);
    const table = open.kind === 'open' ? open.state.definition.tables[0] : undefined;
    if (!table) throw new Error('no table');
    const file = await shelf.inspectFile('more.csv', bytes(text));
    const sheet = file.sheets[0] as (typeof file.sheets)[number];
    const draft = mergeStart(table, sheet);
    const settings = mergeSettings(table, sheet.settings, draft.mapping, sheet.columns.length);
    return shelf.importRows(appId, 0, {
      ...draft,
      key: key === null ? null : (table.columns.find(({ name }) => name === key)?.id ?? 'id'),
      settings,
      tableId: table.id,
    });
  };

  it('never make a record belong to itself, where the plan forbids it: that row is refused, the others stand', async () => {
    const { shelf } = await tab();
    const { app, definition } = await opened(shelf, 'Name,Hours\nCloak,1\nLining,2\nPocket,3\n');
    await shelf.edit(
      app.id,
      {
        kind: 'addColumn',
        tableId: definition.tables[0]?.id ?? '',
        column: {
          ...common,
          id: 'z',
          kind: 'link',
          name: 'Part of',
          tableId: definition.tables[0]?.id ?? '',
          inverse: 'Parts',
          onDelete: 'unlink',
          acyclic: true,
        },
      },
      {},
    );
    const report = await into(shelf, app.id, 'id,Part of\n3,Lining\n2,Cloak\n1,Pocket\n1,Cloak\n', 'id');
    expect(report).toMatchObject({
      updated: 2,
      refusedCount: 2,
      refused: [
        { row: 4, reason: 'Part of: Cloak would come to belong to itself.' },
        { row: 5, reason: 'Part of: Cloak would come to belong to itself.' },
      ],
    });
    expect(await rows(shelf, app.id, 'SELECT id, part_of FROM garments ORDER BY id')).toEqual([
      { id: 1, part_of: null },
      { id: 2, part_of: 1 },
      { id: 3, part_of: 2 },
    ]);
    await shelf.undo(app.id);
    expect(await rows(shelf, app.id, 'SELECT count(part_of) AS n FROM garments')).toEqual([{ n: 0 }]);
  });

  it('find an EAN-13 by its UPC-A and the other way about', async () => {
    for (const [kept, brought] of [
      ['036000291452', '0036000291452'],
      ['0036000291452', '036000291452'],
    ] as const) {
      const { shelf } = await tab();
      const { app, definition } = await opened(shelf, 'Name,Code\nSoap,none\n');
      await shelf.edit(
        app.id,
        {
          kind: 'changeColumn',
          tableId: definition.tables[0]?.id ?? '',
          column: {
            ...common,
            id: definition.tables[0]?.columns[1]?.id ?? '',
            name: 'Code',
            kind: 'barcode',
            symbology: kept.length === 12 ? 'UPC-A' : 'EAN-13',
          },
        },
        {},
      );
      await shelf.write(app.id, {
        verb: 'Set',
        statements: [{ sql: `UPDATE garments SET code = '${kept}'`, params: {}, table: 'garments' }],
      });
      expect(await into(shelf, app.id, `Name,Code\nSoft soap,${brought}\n`, 'Code')).toMatchObject({
        updated: 1,
        inserted: 0,
        refusedCount: 0,
      });
      expect(await rows(shelf, app.id, 'SELECT name, code FROM garments')).toEqual([{ name: 'Soft soap', code: kept }]);
    }
  });

  it('begin with what a new record begins with, and keep the ids that they bring', async () => {
    const { shelf } = await tab();
    const { app, definition } = await opened(shelf, 'Name,Hours\nCloak,1\n');
    await shelf.edit(
      app.id,
      {
        kind: 'changeColumn',
        tableId: definition.tables[0]?.id ?? '',
        column: {
          ...common,
          id: definition.tables[0]?.columns[1]?.id ?? '',
          name: 'Hours',
          kind: 'wholeNumber',
          default: { kind: 'value', value: 8 },
        },
      },
      {},
    );
    expect(await into(shelf, app.id, 'id,Name\n7,Cape\n,Hat\nseven,Boots\n', 'id')).toMatchObject({
      inserted: 2,
      refused: [{ row: 4, reason: '“seven” is no id' }],
    });
    expect(await rows(shelf, app.id, 'SELECT * FROM garments ORDER BY id')).toEqual([
      { id: 1, name: 'Cloak', hours: 1 },
      { id: 7, name: 'Cape', hours: 8 },
      { id: 8, name: 'Hat', hours: 8 },
    ]);
  });
});

describe('what is exported', () => {
  async function demo() {
    const { shelf } = await tab();
    const app = await shelf.importApp(printAppFile(theatre(30)));
    await shelf.open(app.id, false);
    return { shelf, app };
  }

  it('reads back as the very same app: a SQLite file and an SQL script, which the stock program reads too', async () => {
    const { shelf, app } = await demo();
    const before = await whole(shelf, app.id);
    const open = await shelf.open(app.id, false);
    const definition = open.kind === 'open' ? open.state.definition : null;
    const file = await shelf.downloadDatabase(app.id);
    const script = await shelf.dumpDatabase(app.id);
    const path = join(mkdtempSync(join(tmpdir(), 'fern-')), 'a.db');
    execFileSync('sqlite3', [path], { input: script, maxBuffer: 1e9 });
    expect(
      execFileSync('sqlite3', [path, 'PRAGMA integrity_check; SELECT count(*) FROM garments; PRAGMA foreign_key_check'])
        .toString()
        .trim(),
    ).toBe('ok\n30');
    for (const [name, content] of [
      ['a.sqlite', file],
      ['a.sql', bytes(script)],
      ['b.sqlite', new Uint8Array(readFileSync(path))],
    ] as const) {
      expect((await shelf.inspectFile(name, content)).database).toMatchObject({ isOwn: true });
      const { app: copy } = await shelf.importAsApp('Copy', []);
      expect(await whole(shelf, copy.id)).toEqual(before);
      const again = await shelf.open(copy.id, false);
      expect(again.kind === 'open' && { ...again.state.definition, id: '', name: '' }).toEqual({
        ...definition,
        id: '',
        name: '',
      });
    }
    // As tables for another app, it is a database like any other.
    writeFileSync(path, file);
    const { app: other } = await opened(shelf);
    await shelf.inspectFile('a.sqlite', file);
    expect((await shelf.importTables(other.id, [])).inserted).toBeGreaterThan(1300);
  }, 60_000);

  it('reads back into its table the same: CSV and JSON', async () => {
    const { shelf, app } = await demo();
    const before = await whole(shelf, app.id);
    const open = await shelf.open(app.id, false);
    const { tables } = open.kind === 'open' ? physicalPlan(open.state.definition) : { tables: [] };
    const json = await shelf.rowsAsJson(app.id);
    const csv = new Map<string, string>();
    for (const { id } of tables) csv.set(id, await shelf.rowsAsCsv(app.id, id));
    const readBack = async (as: 'csv' | 'json') => {
      await shelf.startFresh(app.id, false, {});
      // Those that others belong to come first.
      const order = ['t1', 't2', 't3', 't8', ...tables.map(({ id }) => id)];
      for (const tableId of [...new Set(order)]) {
        const table = tables.find(({ id }) => id === tableId);
        // A table without rows has none to read back.
        if (!table || (csv.get(tableId) ?? '').trim().split('\r\n').length === 1) continue;
        const file = await shelf.inspectFile(`x.${as}`, bytes(as === 'csv' ? (csv.get(tableId) ?? '') : json));
        const index = as === 'csv' ? 0 : file.sheets.findIndex(({ settings }) => settings.name === table.identifier);
        const sheet = file.sheets[index];
        const mapping = Object.fromEntries(
          (sheet?.columns ?? []).map((found) => [
            found.index,
            found.name === 'id'
              ? 'id'
              : (table.columns.find(({ name, identifier }) => found.name === (as === 'csv' ? name : identifier))?.id ??
                ''),
          ]),
        );
        const report = await shelf.importRows(app.id, index, {
          settings: sheet?.settings as SheetSettings,
          tableId,
          mapping,
          key: 'id',
          onMatch: 'update',
          onNew: 'insert',
        });
        expect({ tableId, refused: report.refused }).toEqual({ tableId, refused: [] });
      }
      expect(await whole(shelf, app.id)).toEqual(before);
    };
    await readBack('csv');
    await readBack('json');
  }, 60_000);
});

describe('an import that is stopped or fails', () => {
  const long = `Name,Count\n${Array.from({ length: 9000 }, (_, index) => `row ${index},${index}`).join('\n')}\n`;

  it('keeps nothing of a new app, nor of tables, nor of rows', async () => {
    const { shelf, events } = await tab();
    const { app, definition } = await opened(shelf);
    const before = await whole(shelf, app.id);
    const stop = () => {
      const pushed = events.push.bind(events);
      events.push = (...each) => (each[0]?.kind === 'progress' && void shelf.cancelImport(), pushed(...each));
    };
    stop();
    await shelf.inspectFile('long.csv', bytes(long));
    const cancelled = { problem: { code: 'cancelled' } };
    await expect(shelf.importAsApp('Long', [])).rejects.toMatchObject(cancelled);
    await expect(shelf.importTables(app.id, [])).rejects.toMatchObject(cancelled);
    const name = definition.tables[0]?.columns[1]?.id ?? '';
    const file = await shelf.inspectFile('long.csv', bytes(long));
    await expect(
      shelf.importRows(app.id, 0, {
        settings: file.sheets[0]?.settings as SheetSettings,
        tableId: definition.tables[0]?.id ?? '',
        mapping: { 0: name },
        key: null,
        onMatch: 'update',
        onNew: 'insert',
      }),
    ).rejects.toMatchObject(cancelled);
    expect(await whole(shelf, app.id)).toEqual(before);
    expect((await shelf.apps()).map(({ name: each }) => each)).toEqual(['Store']);
    const open = await shelf.open(app.id, false);
    expect(open.kind === 'open' && open.state.undo).toBeNull();
  });

  it('says where a file is broken; no file at all makes it fail in another way', async () => {
    const { shelf } = await tab();
    const broken = (name: string, content: Uint8Array) =>
      expect(shelf.inspectFile(name, content)).rejects.toMatchObject({ problem: { code: 'file-broken' } });
    await broken('a.csv', bytes(''));
    await broken('a.csv', bytes('a,b\n1,"2'));
    await broken('a.json', bytes('[{"a":1}'));
    await broken('a.db', bytes('SQLite format 3\0 and then nothing of the kind'));
    await broken('a.db', sqliteFile('CREATE VIEW v AS SELECT 1'));
    const whole = sqliteFile("CREATE TABLE t (a TEXT); INSERT INTO t VALUES ('x');");
    await broken('a.db', whole.slice(0, whole.length / 2));
    await fc.assert(
      fc.asyncProperty(
        fc.uint8Array({ maxLength: 300 }),
        fc.constantFrom('a.csv', 'a.json', 'a.sql', 'a.db'),
        async (content, name) => {
          try {
            await shelf.inspectFile(name, content);
          } catch (error) {
            expect(error).toBeInstanceOf(ProblemError);
          }
        },
      ),
      { numRuns: 150 },
    );
    // A database with bytes changed anywhere opens or is refused.
    await fc.assert(
      fc.asyncProperty(fc.nat(whole.length - 1), fc.nat(255), async (at, value) => {
        const changed = whole.slice();
        changed[at] = value;
        try {
          await shelf.inspectFile('a.db', changed);
        } catch (error) {
          expect(error).toBeInstanceOf(ProblemError);
        }
      }),
      { numRuns: 150 },
    );
  });
});
