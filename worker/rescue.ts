import type { Definition } from '@/core/model';
import { putAside } from '@/core/store';
import type { HostEnvironment } from './hostEnvironment';
import { Incoming } from './incoming';
import { installApp, installPayload } from './install';
import type { Stored } from './openApp';
import { unhurried } from './bulkInsert';

/**
 * Lays an app down anew whose plan cannot be read: with a plan made from the database itself, and every row. What was
 * stored of the plan is put aside first. `last` is the last place of its journal; `known` names the app.
 */
export async function rescue(
  environment: HostEnvironment,
  { engine, document }: Stored,
  last: number,
  known: Pick<Definition, 'id' | 'name'>,
): Promise<void> {
  const { sqlite3, clock, kv, token } = environment;
  const plain: Definition = { ...known, theme: { accent: 'moss' }, tables: [] };
  const anew = { ...environment, token: `${token}.rescue` };
  await putAside(kv, `plan/${token}`, JSON.stringify(document));
  const isEmpty =
    engine.query(
      `SELECT 1 FROM sqlite_schema
        WHERE type = 'table' AND name NOT GLOB '_fern*' AND name NOT GLOB 'sqlite_*'
        LIMIT 1`,
    ).rows.length === 0;
  if (isEmpty) return installApp(anew, { format: 'fern-shelf-app', version: 1, definition: plain }, last);
  const incoming = Incoming.open(sqlite3, clock, known.name, engine.exportClean());
  try {
    const payload = incoming.payload([], true);
    await installPayload(anew, { ...plain, tables: payload.definition.tables }, payload, unhurried, last);
  } finally {
    incoming.close();
  }
}
