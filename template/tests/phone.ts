import type { Sqlite3Static } from '@sqlite.org/sqlite-wasm';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { migrations } from '@/database/migrations';
import { migrate } from '@/kit/device/migrations';
import { phoneDatabase } from '@/kit/device/phoneDatabase';
import { PhoneDriver } from '@/kit/device/phoneDriver';
import { app } from '@/main';
import { phoneStandIn } from './phoneSqlite';

declare const nativeImport: (name: string) => Promise<{ default: () => Promise<Sqlite3Static> }>;

let loaded: Promise<Sqlite3Static> | undefined;

const sqlite = (): Promise<Sqlite3Static> =>
  (loaded ??= nativeImport('@sqlite.org/sqlite-wasm').then((module) => module.default()));

/** A database with nothing in it. */
export async function emptyPhone() {
  const { phone, close } = phoneStandIn(await sqlite(), new Uint8Array(0), { trigrams: true });
  return { phone, driver: new PhoneDriver(phone), close };
}

/** Every column of every table, in its order. */
export const columnsOf = `
  SELECT m.name AS "table", c.name AS "column", c.type, c."notnull", c.dflt_value, c.pk
  FROM sqlite_schema AS m, pragma_table_xinfo(m.name) AS c
  WHERE m.type = 'table' AND m.name NOT LIKE 'sqlite_%' AND m.name NOT GLOB '_aside_*'
  ORDER BY m.name, c.cid`;

/** The database that is shipped, as it is at the first start of the app. */
export async function firstStart({ trigrams = true } = {}) {
  const image = readFileSync(join(__dirname, '..', 'assets', 'starting.db'));
  const { phone, close } = phoneStandIn(await sqlite(), new Uint8Array(image), { trigrams });
  migrate(phone, migrations);
  const driver = new PhoneDriver(phone);
  return { phone, driver, database: phoneDatabase(app, driver, () => undefined), close };
}

export type Phone = Awaited<ReturnType<typeof firstStart>>;

/** The first of those who can sign in; null where nobody has to. */
export function somebody({ driver }: Phone): number | null {
  const people = app.tables.find(({ id }) => id === app.people?.tableId);
  if (!people) return null;
  const [first] = driver.query(`SELECT id FROM "${people.identifier}" ORDER BY id LIMIT 1`).rows;
  return first ? Number(first.id) : null;
}

/** The first row of a table, whose ever it is, and who may see it. */
export function firstRow(phone: Phone, table: string): { id: number; owner: number | null } | null {
  const owned = phone.driver.columnsOf(table).includes('_owner');
  const [row] = phone.driver.query(
    `SELECT id, ${owned ? '_owner' : 'NULL'} AS owner FROM "${table}" ORDER BY id LIMIT 1`,
  ).rows;
  if (!row) return null;
  return { id: Number(row.id), owner: row.owner === null ? somebody(phone) : Number(row.owner) };
}
