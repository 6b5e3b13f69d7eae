/** One step of SQLite's plan, as EXPLAIN QUERY PLAN tells it; `parent` 0 for what is done once. */
export interface PlanStep {
  id: number;
  parent: number;
  detail: string;
}

/** How a statement finds the rows of the table that it is over. */
export interface Access {
  /** `scan`: it reads all of them, `index`: those that an index leads to, `id`: one by its id. */
  by: 'scan' | 'index' | 'id';
  /** The columns that the index is looked up by, by their identifiers. */
  columns: string[];
  /** Whether it also puts what it found in order, because no index has that order. */
  sorts: boolean;
}

const STEP =
  /^(SCAN|SEARCH) (\S+)(?: USING (?:AUTOMATIC )?(?:PARTIAL )?(COVERING INDEX|INDEX|INTEGER PRIMARY KEY) ?[^(]*(?:\((.*)\))?)?/;

/**
 * What SQLite does with the table of this SQL name; null where its plan does not speak of it. Source:
 * sqlite.org/eqp.html
 */
export function accessOf(steps: readonly PlanStep[], table: string): Access | null {
  const sorts = steps.some(({ parent, detail }) => parent === 0 && /^USE TEMP B-TREE FOR .*ORDER BY/.test(detail));
  for (const { parent, detail } of steps) {
    const [, verb, name, using, terms = ''] = STEP.exec(detail) ?? [];
    if (parent !== 0 || name?.toLowerCase() !== table.toLowerCase()) continue;
    if (verb === 'SCAN') return { by: 'scan', columns: [], sorts };
    if (using === 'INTEGER PRIMARY KEY') return { by: 'id', columns: [], sorts };
    return {
      by: 'index',
      columns: terms.split(' AND ').flatMap((term) => /^"?([^<>="]+?)"?\s*[<>=]/.exec(term)?.[1] ?? []),
      sorts,
    };
  }
  return null;
}

/**
 * What else is looked at for each row that is read: how many times in other tables or more of this one, and whether one
 * of those is read whole.
 */
export function besides(steps: readonly PlanStep[]): { lookUps: number; scans: number } {
  const inner = steps.filter(({ parent }) => parent !== 0).map(({ detail }) => STEP.exec(detail)?.[1]);
  return {
    lookUps: inner.filter((verb) => verb === 'SEARCH').length,
    scans: inner.filter((verb) => verb === 'SCAN').length,
  };
}
