import { handReach, ownerStatement, usesHandSql } from '@/core/compile';
import type { Engine } from '@/core/engine';
import type { Definition, Query } from '@/core/model';
import { handSqlOf } from '@/core/plan';
import { type Problem, toProblem } from '@/core/problem';
import { viewsOf } from '@/core/schema';
import { sql } from '@/core/sql';

/** The SQL of a query that was written by hand, as it stands in a statement, and by itself as a person may run it. */
const textsOf = (definition: Definition, query: Query): { written: string; guarded: string } => {
  const written = handSqlOf(definition, query);
  return { written: written.sql, guarded: ownerStatement(definition, sql`SELECT * FROM (\n${written}\n)`).sql };
};

/** Throws a Problem where hand-written SQL is not one whole SELECT by itself, or reads what it may not. */
function assertSound(engine: Engine, definition: Definition, query: Query): string {
  const { written, guarded } = textsOf(definition, query);
  engine.inspect(written);
  engine.inspect(guarded, reachOf(definition));
  return guarded;
}

const reachOf = (definition: Definition) =>
  handReach(
    definition,
    viewsOf(definition).map(({ name }) => name),
  );

/** Has the engine refuse every statement that holds hand-written SQL which is not sound under this definition. */
export function guardHandQueries(engine: Engine, definition: Definition): void {
  const refused = (definition.queries ?? []).flatMap((query): { query: Query; problem: Problem }[] => {
    if (query.sql === undefined) return [];
    try {
      assertSound(engine, definition, query);
      return [];
    } catch (error) {
      return [{ query, problem: toProblem(error) }];
    }
  });
  engine.setGuard(
    refused.length === 0 ? null : (sql) => refused.find(({ query }) => usesHandSql(sql, query))?.problem ?? null,
  );
}

/** What hand-written SQL gives now: how many columns and rows. Throws a Problem where it is not sound. */
export function tryHandQuery(
  engine: Engine,
  definition: Definition,
  query: Query,
  person: number | null,
): { columns: number; count: number; more: boolean } {
  const guarded = assertSound(engine, definition, query).replaceAll(':_person', String(person ?? 'NULL'));
  const { columns, rows, more } = engine.readOnly(guarded, reachOf(definition));
  return { columns: columns.length, count: rows.length, more };
}
