import fc from 'fast-check';
import { deletion } from '@/core/compile';
import { amongIds } from '@/core/compiled';
import { applyEdit, type Edit } from '@/core/edit';
import type { Definition, Routine } from '@/core/model';
import { memoryStore } from '@/core/store';
import { plainColumn } from '@/test/hats';
import { blank, hostEnvironment } from '@/test/host';
import { AppHost } from '@/worker/appHost';

const names = ['ash', 'birch', 'cedar', 'dogwood'] as const;

const ROWS_EACH = 4;

/** A link of one table to another, or to itself. */
interface Way {
  from: number;
  to: number;
  onDelete: 'cascade' | 'unlink' | 'stop';
}

const ways = fc.uniqueArray(
  fc.record<Way>({
    from: fc.integer({ min: 0, max: 3 }),
    to: fc.integer({ min: 0, max: 3 }),
    onDelete: fc.constantFrom('cascade', 'cascade', 'cascade', 'unlink', 'stop'),
  }),
  { minLength: 1, maxLength: 6, selector: ({ from, to }) => `${from} ${to}` },
);

/** For each link where its rows lead; 0 leads nowhere. */
const leads = fc.array(
  fc.array(fc.integer({ min: 0, max: ROWS_EACH }), { minLength: ROWS_EACH, maxLength: ROWS_EACH }),
  { minLength: 6, maxLength: 6 },
);

/** Tables linked so, and a log that a routine of each writes a row into when a row of its goes. */
function planOf(links: readonly Way[]): Definition {
  const edits: Edit[] = [
    ...names.map((id): Edit => ({ kind: 'addTable', tableId: id, columnId: `${id}-0`, name: id })),
    ...links.map(({ from, to, onDelete }): Edit => ({
      kind: 'addColumn',
      tableId: names[from] as string,
      column: {
        ...plainColumn(`w${from}${to}`, `To ${names[to]}`),
        kind: 'link',
        tableId: names[to] as string,
        inverse: `Of ${names[from]} to ${names[to]}`,
        onDelete,
      },
    })),
    { kind: 'addTable', tableId: 'log', columnId: 'log-0', name: 'Log' },
  ];
  const plan = edits.reduce((definition, edit) => applyEdit(definition, edit).definition, blank);
  const routines = names.map((id): Routine => ({
    id: `gone-${id}`,
    name: `Gone ${id}`,
    tableId: id,
    starts: ['deleting'],
    steps: [{ id: 's', kind: 'insert', tableId: 'log', name: 'line', values: [{ columnId: 'log-0', text: 'name' }] }],
  }));
  return { ...plan, routines };
}

async function laidHost(
  plan: Definition,
  links: readonly Way[],
  rows: readonly (readonly number[])[],
): Promise<AppHost> {
  const kv = memoryStore();
  await AppHost.install(await hostEnvironment(kv), { format: 'fern-shelf-app', version: 1, definition: plan });
  const host = await AppHost.open(await hostEnvironment(kv));
  const identifier = (id: string) => plan.tables.find((table) => table.id === id)?.identifier ?? '';
  const made = names.flatMap((name) =>
    Array.from({ length: ROWS_EACH }, (_, at) => ({
      sql: `INSERT INTO ${identifier(name)} (id, name) VALUES (${at + 1}, '${name} ${at + 1}')`,
      params: {},
      table: identifier(name),
    })),
  );
  const linked = links.flatMap(({ from, to }, index) =>
    (rows[index] ?? []).flatMap((target, at) =>
      target === 0
        ? []
        : [
            {
              sql: `UPDATE ${identifier(names[from] as string)} SET to_${names[to]} = ${target} WHERE id = ${at + 1}`,
              params: {},
              table: identifier(names[from] as string),
            },
          ],
    ),
  );
  await host.write({ verb: 'Laid', statements: [...made, ...linked] });
  return host;
}

const namesIn = async (host: AppHost, tables: readonly string[]): Promise<string[]> =>
  (
    await Promise.all(
      tables.map(async (table) =>
        (await host.read({ sql: `SELECT name FROM ${table}` })).rows.map(({ name }) => String(name)),
      ),
    )
  ).flat();

test('the cascaded deletes are those that SQLite makes, each once, however tables are linked', async () => {
  let along = 0;
  let stopped = 0;
  await fc.assert(
    fc.asyncProperty(
      ways,
      leads,
      fc.integer({ min: 0, max: 3 }),
      fc.uniqueArray(fc.integer({ min: 1, max: ROWS_EACH }), { minLength: 1, maxLength: 2 }),
      async (links, rows, of, ids) => {
        const host = await laidHost(planOf(links), links, rows);
        const before = await namesIn(host, names);
        const going = host.write({
          verb: 'Deleted',
          statements: [
            {
              ...deletion(names[of] as string, [amongIds()]),
              params: {},
              many: ids,
              table: names[of] as string,
              mustChange: true,
            },
          ],
        });
        const isDone = await going.then(
          () => true,
          () => false,
        );
        const left = await namesIn(host, names);
        const gone = before.filter((name) => !left.includes(name));
        expect((await namesIn(host, ['log'])).sort()).toEqual(gone.sort());
        if (isDone) along += gone.length - ids.length;
        else stopped++;
        await host.close();
      },
    ),
    { numRuns: Number(process.env.RUNS ?? 60) },
  );
  expect(along).toBeGreaterThan(0);
  expect(stopped).toBeGreaterThan(0);
}, 60_000);
