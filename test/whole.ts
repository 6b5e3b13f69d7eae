import type { AppHost } from '@/worker/appHost';

const FROM_SCHEMA = "FROM sqlite_schema m WHERE m.name NOT GLOB '_fern*' AND m.name NOT GLOB 'sqlite_*'";

/** All that an app is: its document, its schema, every row. */
export async function whole(host: AppHost): Promise<Record<string, unknown>> {
  const rows = async (sql: string) => (await host.read({ sql })).rows;
  const tables = await rows(`SELECT m.name ${FROM_SCHEMA} AND m.type = 'table' ORDER BY 1`);
  const { definition, starting } = await host.file();
  return {
    definition,
    starting,
    columns: await rows(
      `SELECT m.name AS "table", c.* FROM sqlite_schema m, pragma_table_xinfo(m.name) c WHERE m.type = 'table'
        AND m.name NOT GLOB '_fern*' AND m.name NOT GLOB 'sqlite_*' ORDER BY 1, 2`,
    ),
    links: await rows(
      `SELECT m.name AS "table", f."from", f."table" AS target, f.on_delete
        FROM sqlite_schema m, pragma_foreign_key_list(m.name) f WHERE m.type = 'table' AND m.name NOT GLOB '_fern*'
        ORDER BY 1, 2`,
    ),
    others: await rows(`SELECT m.type, m.name, m.sql ${FROM_SCHEMA} AND m.type IN ('index', 'view') ORDER BY 1, 2`),
    rows: Object.fromEntries(
      await Promise.all(
        tables.map(async ({ name }) => [name, await rows(`SELECT * FROM "${String(name)}" ORDER BY "id"`)]),
      ),
    ),
  };
}
