import type { Definition } from '@/core/model';
import { incomingLinks } from '@/core/plan';
import type { CompiledExpression } from '@/core/expression';

type Plan = Pick<Definition, 'tables'>;

/**
 * Something that a step reads or writes: a column by its id, `rows` with a table's SQL name (which rows it has), or
 * `gone` with it (whether a row is still there). `own`: of the row that the step is run for, and of no other.
 */
export interface Effect {
  key: string;
  own: boolean;
}

/**
 * What a step reads and writes; `single`: it can be run for one row at a time only; `asks`: as it is a question, which
 * of a loop's rows each has its own answer to.
 */
export interface Effects {
  reads: Effect[];
  writes: Effect[];
  single: boolean;
  asks: boolean;
}

export const effects = (of: Partial<Effects>): Effects => ({
  reads: [],
  writes: [],
  single: false,
  asks: false,
  ...of,
});

/** What expressions read; `far`: of a row that is not the step's own. */
export const readsOf = (compiled: readonly Pick<CompiledExpression, 'reads'>[], far = false): Effect[] =>
  compiled.flatMap(({ reads }) => reads.map(({ key, own }) => ({ key, own: own && !far })));

/** What deleting rows of a table changes elsewhere, by the rules of the links that lead to it; and what may stop it. */
export function deleting(plan: Plan, tableId: string, own: boolean, seen: readonly string[] = []): Effects {
  const table = plan.tables.find(({ id }) => id === tableId);
  if (!table || seen.includes(tableId)) return effects({});
  const gone: Effect[] = ['rows', 'gone'].map((what) => ({ key: `${what} ${table.identifier}`, own }));
  const others = incomingLinks(plan, tableId).map(({ table: child, column }): Effects => {
    switch (column.onDelete) {
      case 'cascade':
        return deleting(plan, child.id, false, [...seen, tableId]);
      case 'unlink':
        return effects({ writes: [{ key: column.id, own: false }] });
      case 'stop':
        return effects({
          reads: [
            { key: `rows ${child.identifier}`, own: false },
            { key: column.id, own: false },
          ],
        });
    }
  });
  return effects({
    reads: others.flatMap(({ reads }) => reads),
    writes: [...gone, ...others.flatMap(({ writes }) => writes)],
  });
}

/**
 * Whether steps that are run for many rows may each be run for all of them at once: no step reads or writes what
 * another writes, but for what each row has of its own. Then the order of rows cannot be told from what comes out.
 */
export function canRunBatched(steps: readonly Effects[]): boolean {
  if (steps.some(({ single }) => single)) return false;
  const meets = (one: readonly Effect[], other: readonly Effect[]) =>
    one.some((left) => other.some((right) => left.key === right.key && !(left.own && right.own)));
  return steps.every((step, index) =>
    steps.every((other, at) => !meets(step.writes, other.reads) && (at === index || !meets(step.writes, other.writes))),
  );
}
