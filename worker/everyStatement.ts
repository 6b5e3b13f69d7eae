import { compileApp } from '@/core/compile';
import { byDesign, listSql, type Statement } from '@/core/compiled';
import type { Params } from '@/core/driver';
import type { Engine } from '@/core/engine';
import type { Definition } from '@/core/model';
import { describeProblem, toProblem } from '@/core/problem';
import { anyParams, listsOf, readsOf, type Trial, writesOf } from '@/core/release';
import { Runtime } from '@/core/runtime';

const MOST_FAILING = 5;

const paramsOf = ({ takes }: Statement): Params =>
  Object.fromEntries(takes.map((each) => [each, anyParams[each] ?? null]));

/**
 * Whatever an app reads and writes, run on a database; what was written is taken back. That a value may not stand where
 * it is put is no failure: a form would have said so. Not `all`: its lists as they open.
 */
export function everyStatementOn(engine: Engine, definition: Definition, all: boolean): Pick<Trial, 'ran' | 'failing'> {
  const app = compileApp(definition);
  const runtime = new Runtime(app, engine);
  const failing = new Set<string>();
  const run = (work: () => unknown) => {
    try {
      work();
    } catch (error) {
      const problem = toProblem(error);
      if (problem.code !== 'constraint') failing.add(describeProblem(problem).what);
    }
  };
  const lists = () => listsOf(app).map((list) => listSql(list, byDesign, {}));
  const [reads, writes] = all ? [readsOf(app), writesOf(app)] : [lists(), []];
  for (const statement of reads) run(() => runtime.read({ ...statement, params: paramsOf(statement), person: 1 }));
  for (const statement of writes)
    run(() =>
      engine
        .write((writer) => writer.run(statement.sql, { ...paramsOf(statement), _person: 1 }, statement.writes ?? ''))
        .rollback(),
    );
  return { ran: reads.length + writes.length, failing: [...failing].slice(0, MOST_FAILING) };
}
