import { ProblemError } from '@/core/problem';
import { problemOf } from '@/test/problemOf';
import { browser, tab } from '@/test/shelf';
import { demoIds } from './demoIds';
import type { Shelf } from './shelf';

const named = async (shelf: Shelf) =>
  (await shelf.apps()).filter(({ removedAt }) => !removedAt).map(({ name }) => name);
const tools = { kind: 'addTable', tableId: 't1', columnId: 'c1', name: 'Tools' } as const;
const insert = {
  verb: 'Saved',
  statements: [{ sql: "INSERT INTO tools (name) VALUES ('Awl')", params: {}, table: 'tools' }],
};

describe('the shelf', () => {
  it('tells of each app how many tables and rows it has and when it was last edited', async () => {
    const { shelf, time } = await tab();
    const { id } = await shelf.createApp('  Tool library ');
    time.now = '2026-11-20T11:00:00.000Z';
    await shelf.open(id, false);
    await shelf.edit(id, tools, {});
    await shelf.write(id, insert);
    expect(await shelf.apps()).toMatchObject([
      { name: 'Tool library', tables: 1, rows: 1, lastEdit: time.now, removedAt: null },
    ]);
  });

  it.each([
    ['  ', 'empty'],
    ['x'.repeat(81), 'too-long'],
  ])('does not take %j as a name', async (name, reason) => {
    const { shelf } = await tab();
    expect(await problemOf(Promise.resolve().then(() => shelf.createApp(name)))).toMatchObject({
      code: 'name',
      reason,
    });
    expect(await shelf.apps()).toEqual([]);
  });

  it('renames an app, also one that is not open', async () => {
    const { shelf } = await tab();
    const { id } = await shelf.createApp('Tools');
    await shelf.renameApp(id, 'Tool library');
    expect(await named(shelf)).toEqual(['Tool library']);
    expect(await problemOf(shelf.renameApp(id, ' '))).toMatchObject({ code: 'name', reason: 'empty' });
    expect(await named(shelf)).toEqual(['Tool library']);
  });

  it('duplicates an app with its rows; the two then go their own ways', async () => {
    const { shelf } = await tab();
    const { id } = await shelf.createApp('Tools');
    await shelf.open(id, false);
    await shelf.edit(id, tools, {});
    await shelf.write(id, insert);
    const copy = await shelf.duplicateApp(id);
    const second = await shelf.duplicateApp(id);
    expect([copy.name, second.name]).toEqual(['Tools (copy)', 'Tools (copy 2)']);
    await shelf.open(copy.id, false);
    await shelf.write(copy.id, insert);
    expect((await shelf.apps()).map(({ name, rows }) => [name, rows]).sort()).toEqual(
      [
        ['Tools', 1],
        ['Tools (copy 2)', 1],
        ['Tools (copy)', 2],
      ].sort(),
    );
  });

  it('brings a removed app back with everything, and forgets it after seven days', async () => {
    const shared = browser();
    const { shelf, time } = await tab(shared);
    const { id } = await shelf.createApp('Tools');
    await shelf.open(id, false);
    await shelf.edit(id, tools, {});
    await shelf.write(id, insert);
    await shelf.removeApp(id);
    expect(await named(shelf)).toEqual([]);
    await shelf.bringBackApp(id);
    expect(await shelf.apps()).toMatchObject([{ name: 'Tools', rows: 1, removedAt: null }]);
    await shelf.removeApp(id);
    time.now = '2026-11-27T09:59:00.000Z';
    expect(await shelf.apps()).toHaveLength(1);
    // A clock that jumps ahead ages nothing by more than a day.
    time.now = '2031-01-01T10:00:00.000Z';
    expect(await shelf.apps()).toHaveLength(1);
    for (let day = 2; day <= 7; day++) {
      time.now = `2031-01-0${day}T10:01:00.000Z`;
      expect(await shelf.apps()).toHaveLength(day < 7 ? 1 : 0);
    }
    expect(shared.stores.get(`fern-shelf-app-${id}`)?.values.size).toBe(0);
    expect(await problemOf(shelf.open(id, false))).toEqual({ code: 'app-gone' });
  });

  it('takes an app away as a file and brings it in again, beside itself', async () => {
    const { shelf } = await tab();
    const { id } = await shelf.installDemo('apiary');
    const text = await shelf.exportApp(id);
    const again = await shelf.importApp(text);
    expect(again.id).not.toBe(id);
    const other = await tab();
    await other.shelf.importApp(text);
    const strip = (file: string) => {
      const { definition, ...rest } = JSON.parse(file) as { definition: { id: string } };
      return { ...rest, definition: { ...definition, id: '' } };
    };
    expect(strip(await shelf.exportApp(again.id))).toEqual(strip(text));
    expect((await other.shelf.apps())[0]).toMatchObject({ id, rows: again.rows });
  });

  it('leaves nothing behind of a file that is broken, also where only SQLite finds the fault', async () => {
    const { shelf } = await tab();
    const { id } = await shelf.createApp('Tools');
    await shelf.open(id, false);
    await shelf.edit(id, tools, {});
    await shelf.edit(
      id,
      {
        kind: 'changeColumn',
        tableId: 't1',
        column: { id: 'c1', name: 'Name', kind: 'text', required: true, unique: true, default: { kind: 'none' } },
      },
      {},
    );
    await shelf.write(id, insert);
    const file = JSON.parse(await shelf.exportApp(id)) as {
      definition: { id: string };
      rows: Record<string, { rows: unknown[][] }>;
    };
    file.definition.id = 'other';
    file.rows.t1?.rows.push([2, 'Awl']);
    expect(await problemOf(shelf.importApp(JSON.stringify(file)))).toMatchObject({
      code: 'file-broken',
      place: 'Tools › Name, rows 1 to 2',
    });
    expect(await problemOf(shelf.importApp('{'))).toMatchObject({ code: 'file-broken', place: 'line 1, character 2' });
    expect(await problemOf(shelf.importApp(JSON.stringify({ ...file, version: 99 })))).toMatchObject({
      code: 'file-newer',
      found: 99,
    });
    expect(await named(shelf)).toEqual(['Tools']);
  });

  it('sets a demo up once, however often it is asked for', async () => {
    const { shelf } = await tab();
    // The worker asks for it while the page is still on its way, and the page asks again.
    const [first, meanwhile] = await Promise.all([shelf.installDemo('theatre'), shelf.installDemo('theatre')]);
    const second = await shelf.installDemo('theatre');
    expect([meanwhile.id, second.id]).toEqual([first.id, first.id]);
    expect(await named(shelf)).toEqual(['Lantern Lane Playhouse']);
    expect(await problemOf(shelf.installDemo('none'))).toEqual({ code: 'app-gone' });
  });

  it('opens a demo that is still being laid down once it is there; what is asked of it waits for that', async () => {
    const { shelf } = await tab();
    const other = await shelf.createApp('Tools');
    await shelf.open(other.id, false);
    // A page that has drawn it already asks in this order, without waiting.
    const laid = shelf.installDemo('theatre');
    const opened = shelf.open(demoIds.theatre, false);
    const apps = shelf.apps();
    const again = shelf.installDemo('theatre');
    expect(await opened).toMatchObject({ kind: 'open' });
    await shelf.edit(demoIds.theatre, { kind: 'renameApp', name: 'Lantern Lane' }, {});
    expect([(await laid).id, (await again).id]).toEqual([demoIds.theatre, demoIds.theatre]);
    expect((await apps).map(({ name }) => name)).toContain('Tools');
    expect(await named(shelf)).toContain('Lantern Lane');
  });

  it('lays a demo down that is opened by its id; one that was removed stays so', async () => {
    const { shelf } = await tab();
    expect(await shelf.open(demoIds.apiary, false)).toMatchObject({ kind: 'open' });
    expect(await named(shelf)).toEqual(['Willow Bank Apiary']);
    await shelf.removeApp(demoIds.apiary);
    await shelf.open(demoIds.apiary, false);
    expect(await named(shelf)).toEqual([]);
    expect(await problemOf(shelf.open('none', false))).toEqual({ code: 'app-gone' });
  });

  it('says of a demo that cannot be had that it cannot, however it was asked for', async () => {
    const load = () => Promise.reject(new ProblemError({ code: 'demo-away' }));
    const { shelf } = await tab(browser(), { demo: () => ({ id: demoIds.theatre, load }) });
    const asked = [shelf.installDemo('theatre'), shelf.open(demoIds.theatre, false)];
    expect(await Promise.all(asked.map((each) => problemOf(each)))).toEqual([
      { code: 'demo-away' },
      { code: 'demo-away' },
    ]);
    expect(await named(shelf)).toEqual([]);
  });

  it('sets a demo up under another id while the one that was removed can still be brought back', async () => {
    const { shelf } = await tab();
    const first = await shelf.installDemo('theatre');
    await shelf.removeApp(first.id);
    const second = await shelf.installDemo('theatre');
    expect(second.id).not.toBe(first.id);
    const opened = await shelf.open(second.id, false);
    expect(opened).toMatchObject({ kind: 'open', state: { definition: { id: second.id } } });
    await shelf.bringBackApp(first.id);
    expect((await shelf.apps()).map(({ id }) => id).sort()).toEqual([first.id, second.id].sort());
  });
});

describe('a file that comes by itself', () => {
  it('is known as an app by what it says, in whichever order, and however broken otherwise', async () => {
    const { shelf } = await tab(browser());
    expect(await shelf.isAppFile('{"definition": {}, "version": 9, "format": "fern-shelf-app"}')).toBe(true);
    for (const text of ['', '[1]', '{"format": "other", "version": 1}', '{"note": "fern-shelf-app"}', '{"format":'])
      expect(await shelf.isAppFile(text)).toBe(false);
  });
});

describe('two tabs', () => {
  it('never have one app open at the same time; the one that takes over sees all that was acknowledged', async () => {
    const shared = browser();
    const first = await tab(shared);
    const second = await tab(shared);
    const { id } = await first.shelf.createApp('Tools');
    await first.shelf.open(id, false);
    await first.shelf.edit(id, tools, {});
    await first.shelf.write(id, insert);
    expect(await second.shelf.open(id, false)).toEqual({ kind: 'elsewhere' });
    expect(await problemOf(second.shelf.duplicateApp(id))).toEqual({ code: 'not-owner' });
    expect(await second.shelf.open(id, true)).toMatchObject({
      kind: 'open',
      state: { definition: { tables: [{ name: 'Tools' }] } },
    });
    expect(first.events).toContainEqual({ kind: 'lost', appId: id, inDoubt: false });
    expect(await problemOf(first.shelf.write(id, insert))).toEqual({ code: 'not-owner' });
    expect((await second.shelf.read(id, { sql: 'SELECT count(*) AS n FROM tools' })).rows).toEqual([{ n: 1 }]);
  });

  it('can have different apps open', async () => {
    const shared = browser();
    const first = await tab(shared);
    const second = await tab(shared);
    const one = await first.shelf.createApp('One');
    const two = await first.shelf.createApp('Two');
    expect(await first.shelf.open(one.id, false)).toMatchObject({ kind: 'open' });
    expect(await second.shelf.open(two.id, false)).toMatchObject({ kind: 'open' });
    // Opening another one lets go of the first.
    expect(await first.shelf.open(two.id, false)).toEqual({ kind: 'elsewhere' });
    expect(await second.shelf.open(one.id, false)).toMatchObject({ kind: 'open' });
  });
});
