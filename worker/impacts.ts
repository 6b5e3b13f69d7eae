import type { Definition, Fills } from '@/core/model';
import type { Engine } from '@/core/engine';
import { type Impact, impactProbes } from '@/core/schema';

/** What going from one definition to another would do to the rows that are in `engine`. */
export function impactsOn(engine: Engine, before: Definition, after: Definition, fills: Fills): Impact[] {
  return impactProbes(before, after, fills)
    .map((probe): Impact => {
      const { count, total } = engine.query(probe.countSql).rows[0] as { count: number; total: number };
      const samples =
        count > 0 && probe.sampleSql
          ? engine.query(probe.sampleSql).rows.map(({ value }) => value as string | number)
          : [];
      const { kind, blocks, table, column, what } = probe;
      return {
        kind,
        blocks,
        table: table.name,
        column: column?.name ?? what ?? null,
        columnId: column?.id ?? null,
        count,
        total,
        samples,
      };
    })
    .filter(({ count }) => count > 0);
}
