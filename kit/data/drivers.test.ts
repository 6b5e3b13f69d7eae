import fc from 'fast-check';
import { PhoneDriver } from '../device/phoneDriver';
import { removeRequest, setAllRequest } from './writeRequests';
import { compileApp } from '@/core/compile';
import { byDesign, byName, hitsSql, listSql, type ReadRequest, searchTerms, type Sort } from '@/core/compiled';
import { type Driver, fold, type PendingWrite, type Row, type TableChange } from '@/core/driver';
import { Engine } from '@/core/engine';
import type { AskedColumn, Scalar } from '@/core/model';
import { toProblem } from '@/core/problem';
import { physicalPlan } from '@/core/plan';
import { Runtime, tryRoutine } from '@/core/runtime';
import { theatre } from '@/demo';
import { openDemo } from '@/test/demoHost';
import { listsOf } from '@/core/release';
import { phoneStandIn } from '@/template/tests/phoneSqlite';
import { sqlite } from '@/test/sqlite';

const GARMENTS = 40;

const { definition } = theatre(GARMENTS);
const app = compileApp(definition);
const stored = physicalPlan(definition).tables;

const tables = app.tables.filter(({ statements }) => statements.insert);

const routines = app.routines.filter(({ tableId }) => tableId !== undefined);

const lists = listsOf(app).filter(({ searches }) => searches);

const id = fc.integer({ min: 1, max: 12 });

const operation = fc.oneof(
  fc.record({
    kind: fc.constant('set' as const),
    table: fc.nat(),
    column: fc.nat(),
    ids: fc.array(id, { minLength: 1 }),
  }),
  fc.record({ kind: fc.constant('remove' as const), table: fc.nat(), id }),
  fc.record({ kind: fc.constant('routine' as const), routine: fc.nat(), id, dry: fc.boolean() }),
  fc.record({ kind: fc.constant('undo' as const) }),
  fc.record({
    kind: fc.constant('search' as const),
    list: fc.nat(),
    text: fc.constantFrom('cloak', 'a', 'Hem', 'ÁDA', 'tarn quay', 'velvet co', 'x', 'K-24', 'good', 'worn rail'),
    person: fc.constantFrom(null, 1, 2),
  }),
);

type Operation = typeof operation extends fc.Arbitrary<infer T> ? T : never;

const pick = <T>(items: readonly T[], at: number): T => items[at % items.length] as T;

const columnsToSet = (table: (typeof tables)[number]): AskedColumn[] =>
  table.columns.filter(({ kind, identifier }) => kind !== 'link' && table.statements.setMany[identifier] !== undefined);

const values: Partial<Record<AskedColumn['kind'], Scalar>> = { text: 'Ěvening cape', longText: 'Two\nlines', yesNo: 1 };

/** In which order rows are written is for each driver to say. */
const inOrder = (changes: readonly TableChange[]): TableChange[] =>
  changes
    .map((change) => ({ ...change, keys: change.keys && [...change.keys].sort(), columns: [...change.columns].sort() }))
    .sort((one, other) => (one.table < other.table ? -1 : 1));

/** One app on one driver: does what is asked, and tells what came of it as plain data. */
class Phone {
  private readonly undo: { changeSet: Uint8Array; label: string }[] = [];
  private readonly runtime: Runtime;

  constructor(
    readonly driver: Driver,
    private readonly trigrams: boolean,
  ) {
    this.runtime = new Runtime(app, driver);
  }

  act(each: Operation): unknown {
    try {
      return this.result(each);
    } catch (error) {
      return toProblem(error);
    }
  }

  private result(each: Operation): unknown {
    switch (each.kind) {
      case 'set': {
        const table = pick(tables, each.table);
        const column = pick(columnsToSet(table), each.column);
        return this.stand(
          this.runtime.write({ ...setAllRequest(table, each.ids, column, values[column.kind] ?? null), person: 1 }),
        );
      }
      case 'remove':
        return this.stand(this.runtime.write({ ...removeRequest(pick(tables, each.table), each.id), person: 1 }));
      case 'routine': {
        const request = { routineId: pick(routines, each.routine).id, recordIds: [each.id], answers: {}, person: 1 };
        if (each.dry) return tryRoutine(this.runtime, stored, request);
        const { outcome, pending } = this.runtime.runRoutine(request);
        return pending ? [outcome, this.stand(pending)] : outcome;
      }
      case 'undo': {
        const last = this.undo.pop();
        if (!last) return null;
        const pending = this.runtime.undo(last.changeSet, last.label);
        pending.commit();
        return inOrder(pending.changes);
      }
      case 'search':
        return this.search(each);
    }
  }

  private search({ list: at, text, person }: Extract<Operation, { kind: 'search' }>): unknown {
    const list = pick(lists, at);
    const terms = searchTerms(fold(text), this.trigrams);
    const read = (request: ReadRequest): Row[] => this.runtime.read({ ...request, person }).rows;
    const [hits] = read({ ...hitsSql(list, terms), params: { ...terms.params, most: 500 } });
    const page = (sort: Sort) =>
      read({ ...listSql(list, sort, { search: terms }), params: { ...terms.params, limit: 50, offset: 0 } });
    return [
      (JSON.parse(String(hits?.ids)) as number[]).sort((one, other) => one - other),
      page(byDesign),
      page(byName),
    ];
  }

  private stand(pending: PendingWrite<unknown>): unknown {
    pending.commit();
    this.undo.push({ changeSet: pending.changeSet, label: 'it' });
    return [inOrder(pending.changes), pending.statements.map(({ rows }) => rows)];
  }
}

test('an app does the same on a SQLite with all that a browser gives it, on one with FTS5 alone, and on one with neither', async () => {
  const { host } = await openDemo(GARMENTS);
  const image = await host.download();
  const sqlite3 = await sqlite();
  let [problems, finds] = [0, 0];
  await fc.assert(
    fc.asyncProperty(fc.array(operation, { minLength: 5, maxLength: 14 }), async (operations) => {
      const engine = Engine.open(sqlite3, image, () => 0);
      const standIns = [true, false].map((trigrams) => phoneStandIn(sqlite3, image, { trigrams }));
      const drivers = standIns.map(({ phone }) => new PhoneDriver(phone));
      const phones = [new Phone(engine, true), ...drivers.map((driver) => new Phone(driver, driver.trigrams))];
      for (const each of operations) {
        const [first, ...others] = phones.map((phone) => phone.act(each));
        if (typeof first === 'object' && first !== null && 'code' in first) problems++;
        if (each.kind === 'search') finds += (first as [number[]])[0].length;
        expect([each, others]).toEqual([each, others.map(() => first)]);
      }
      for (const { identifier } of app.tables) {
        const [first, ...others] = phones.map(
          ({ driver }) => driver.query(`SELECT * FROM "${identifier}" ORDER BY id`).rows,
        );
        expect(others).toEqual(others.map(() => first));
      }
      engine.close();
      standIns.forEach(({ close }) => close());
    }),
    // To shrink a case takes minutes, and what it prints is short enough without.
    { numRuns: 15, endOnFailure: true },
  );
  expect([problems > 3, finds > 100]).toEqual([true, true]);
});
