import sqlite3InitModule, { type Sqlite3Static } from '@sqlite.org/sqlite-wasm';
import type { ColumnSettings } from '@/core/column';
import type { Edit } from '@/core/edit';
import { Engine } from '@/core/engine';
import type { Definition } from '@/core/model';
import { plainUpgrade, schemaVersions, type Subject, type VersionStep } from '@/core/release';
import { stepSql } from '@/core/schema';
import { memoryStore } from '@/core/store';
import { theatre } from '../demo';
import { AppHost } from '../worker/appHost';
import type { HostEnvironment } from '../worker/hostEnvironment';
import { installSql } from '../worker/bulkRows';
import { upgraded } from '../worker/rehearsal';
import { median, type Say } from './measure';

const ROWS = 100_000;
const MAKERS = 200;
const ROUNDS = 5;
const RELEASES = 10;
const MANY_RELEASES = 100;

const environmentOf = (sqlite3: Sqlite3Static): HostEnvironment => ({
  ...{ sqlite3, kv: memoryStore(), token: 'bench', clock: () => performance.now(), emit: () => undefined },
  now: () => '2026-11-28T10:00:00.000Z',
  wait: () => new Promise(() => undefined),
});

const column = (id: string, name: string, kind: 'text' | 'wholeNumber' = 'text'): ColumnSettings =>
  ({ id, name, kind, required: false, unique: false, default: { kind: 'none' } }) as ColumnSettings;

const fillSql = `WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < ${ROWS})
  INSERT INTO things (name, maker, size) SELECT 'Thing ' || i, 'Maker ' || i % ${MAKERS}, i % 60 FROM n`;

const plan: Edit[] = [
  { kind: 'addTable', tableId: 't', columnId: 't1', name: 'Things' },
  { kind: 'addColumn', tableId: 't', column: column('t2', 'Maker') },
  { kind: 'addColumn', tableId: 't', column: column('t3', 'Size') },
];

/** An app with 100,000 things, on whose plan nothing was released yet. */
async function things(sqlite3: Sqlite3Static): Promise<AppHost> {
  const environment = environmentOf(sqlite3);
  const blank: Definition = { id: 'things', name: 'Things', theme: { accent: 'moss' }, tables: [] };
  await AppHost.install(environment, { format: 'fern-shelf-app', version: 1, definition: blank });
  const host = await AppHost.open(environment);
  for (const edit of plan) await host.edit(edit, {});
  await host.write({ verb: 'Filled', statements: [{ sql: fillSql, params: {}, table: 'things' }] });
  return host;
}

/** Upgrades are measured with the steps as they run, beside their statements run bare on the same SQLite. */
export async function measureReleases(say: Say): Promise<void> {
  const sqlite3 = await (sqlite3InitModule as unknown as () => Promise<Sqlite3Static>)();
  await measureUpgrade(sqlite3, say);
  await measureRehearsal(sqlite3, say);
  await measureMany(sqlite3, say);
}

async function measureUpgrade(sqlite3: Sqlite3Static, say: Say): Promise<void> {
  const host = await things(sqlite3);
  const before = host.state().definition;
  await host.release({ version: '1.0.0', notes: '' });
  const link = {
    ...{ id: 't4', name: 'Made by', kind: 'link', tableId: 'm', inverse: 'Things', onDelete: 'unlink' },
    ...{ required: false, unique: false, default: { kind: 'none' } },
  } as ColumnSettings;
  const edits: Edit[] = [
    { kind: 'addTable', tableId: 'm', columnId: 'm1', name: 'Makers' },
    { kind: 'addColumn', tableId: 't', column: link },
    { kind: 'addColumn', tableId: 't', column: column('t5', 'Label') },
    { kind: 'changeColumn', tableId: 't', column: column('t3', 'Size', 'wholeNumber') } as Edit,
  ];
  for (const edit of edits) await host.edit(edit, {});
  const fills = {
    m: { textsOf: { tableId: 't', columnId: 't2' } },
    t4: { textColumnId: 't2', targetTableId: 'm', by: null },
    t5: { expression: "name || ', size ' || size" },
  };
  const today = { definition: host.state().definition, upgrade: { ...plainUpgrade, fills } };
  const { steps: way } = schemaVersions([{ definition: before, version: '1.0.0', schema: 1 }], today);
  await host.close();
  const image = filled(sqlite3, before);
  const [own, bare]: [number[], number[]] = [[], []];
  for (let round = 0; round < ROUNDS; round++) {
    own.push(withEngine(sqlite3, image, way));
    bare.push(runBare(sqlite3, image, way));
  }
  say('upgrade_100000_rows_median', median(own), 'ms');
  say('upgrade_100000_rows_to_bare', median(own.map((time, at) => time / (bare[at] ?? 1))), 'times');
}

function filled(sqlite3: Sqlite3Static, definition: Definition): Uint8Array {
  const engine = Engine.open(sqlite3, null, () => performance.now());
  engine.migrate([...installSql(definition), fillSql]).commit();
  const image = engine.export();
  engine.close();
  return image;
}

function withEngine(sqlite3: Sqlite3Static, image: Uint8Array, way: readonly VersionStep[]): number {
  const engine = Engine.open(sqlite3, image, () => performance.now());
  const begun = performance.now();
  for (const { steps, before, after } of way) upgraded(engine, steps, [after.definition, before]).commit();
  const time = performance.now() - begun;
  engine.close();
  return time;
}

function runBare(sqlite3: Sqlite3Static, image: Uint8Array, way: readonly VersionStep[]): number {
  const engine = Engine.open(sqlite3, image, () => performance.now());
  const db = (engine as unknown as { connection: { db: { exec: (sql: string) => void } } }).connection.db;
  const begun = performance.now();
  db.exec('PRAGMA foreign_keys = OFF; BEGIN');
  for (const sql of way.flatMap(({ steps }) => steps.flatMap(stepSql))) db.exec(sql);
  db.exec('COMMIT');
  const time = performance.now() - begun;
  engine.close();
  return time;
}

/** Ten releases whose phones have 100,000 rows each; the longest stretch in which no other call has its turn. */
async function measureRehearsal(sqlite3: Sqlite3Static, say: Say): Promise<void> {
  const host = await things(sqlite3);
  for (let round = 0; round < RELEASES; round++) {
    await host.release({ version: `1.${round}.0`, notes: '' });
    const kind = round % 2 === 0 ? 'wholeNumber' : 'text';
    const edit: Edit =
      round % 3 === 2
        ? { kind: 'addColumn', tableId: 't', column: column(`x${round}`, `Note ${round}`) }
        : ({ kind: 'changeColumn', tableId: 't', column: column('t3', 'Size', kind) } as Edit);
    await host.edit(edit, {});
  }
  const stretches: number[] = [];
  let since = performance.now();
  const task = {
    pause: async () => {
      stretches.push(performance.now() - since);
      await new Promise((resolve) => setImmediate(resolve));
      since = performance.now();
    },
    isCancelled: () => false,
    progress: () => undefined,
  };
  const subjects: Subject[] = [{ kind: 'rows-of-now' }, { kind: 'difficult-rows' }];
  const begun = performance.now();
  for (const { id } of host.state().releases)
    for (const subject of subjects) {
      const trial = await host.rehearse({ releaseId: id, subject }, null, task);
      if (trial.fault !== null) throw new Error(trial.fault);
    }
  say('rehearsal_10_releases_100000_rows', (performance.now() - begun) / 1000, 's');
  say('rehearsal_longest_stretch', Math.max(...stretches), 'ms');
  await host.close();
}

/** A hundred releases of the demo, a column more in each: what they cost in the file, and how quick they are. */
async function measureMany(sqlite3: Sqlite3Static, say: Say): Promise<void> {
  const environment = environmentOf(sqlite3);
  await AppHost.install(environment, theatre(400));
  const host = await AppHost.open(environment);
  const alone = JSON.stringify(await host.file()).length;
  const times: number[] = [];
  for (let round = 0; round < MANY_RELEASES; round++) {
    await host.edit({ kind: 'addColumn', tableId: 't3', column: column(`x${round}`, `Note ${round}`) }, {});
    const begun = performance.now();
    await host.release({ version: `1.${round}.0`, notes: '' });
    times.push(performance.now() - begun);
  }
  const file = await host.file();
  const patches = (file.releases ?? []).reduce((sum, { back }) => sum + JSON.stringify(back).length, 0);
  const columns = JSON.stringify(file).length - alone;
  const own = JSON.stringify(file.releases).length;
  say('release_the_hundredth', times.at(-1) ?? 0, 'ms');
  say('release_in_the_file', own / MANY_RELEASES, 'bytes');
  say('release_in_the_file_to_its_patch', own / patches, 'times');
  say('hundred_releases_and_columns_in_the_file', columns / 1000, 'kB');
  const timed = async (name: string, work: () => Promise<unknown>) => {
    const begun = performance.now();
    await work();
    say(name, performance.now() - begun, 'ms');
  };
  const [first] = host.state().releases;
  await timed('oldest_of_a_hundred_releases', () => host.releasedPlan(first?.id ?? ''));
  await timed('the_next_after_a_hundred', () => host.nextRelease());
  await timed('way_from_the_oldest_of_a_hundred', () => host.upgradeWay(first?.id ?? ''));
  await host.close();
}
