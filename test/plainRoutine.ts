/** A routine as a plain program over maps, one row after another: what a compiled one is held against. */

export type Value = number | null;
export type Tables = Record<string, Map<number, Record<string, Value>>>;

/** The small world of the tests: boxes hold pegs, a peg belongs to a box, tags hang on pegs and go with them. */
export const links: Record<string, Record<string, string>> = {
  boxes: {},
  pegs: { box: 'boxes' },
  tags: { peg: 'pegs' },
};
export const many: Record<string, Record<string, { table: string; column: string }>> = {
  boxes: { pegs: { table: 'pegs', column: 'box' } },
  pegs: { tags: { table: 'tags', column: 'peg' } },
  tags: {},
};

/** An expression over one row, with its text in SQL. */
export type Plain =
  | { kind: 'number'; value: number }
  /** A path: a record at hand or the row itself, links, and a column. */
  | { kind: 'path'; from: string | null; links: string[]; column: string }
  | { kind: 'sum'; links: string[]; many: string; column: string }
  | { kind: 'count'; links: string[]; many: string }
  | { kind: 'plus'; left: Plain; right: Plain }
  | { kind: 'less'; left: Plain; right: Plain };

export interface Row {
  table: string;
  id: number | null;
}

export function textOf(plain: Plain): string {
  switch (plain.kind) {
    case 'number':
      return String(plain.value);
    case 'path':
      return `coalesce(${[...(plain.from === null ? [] : [`:${plain.from}`]), ...plain.links, plain.column].join('.')}, 0)`;
    case 'sum':
      return `coalesce(sum(${[...plain.links, plain.many, plain.column].join('.')}), 0)`;
    case 'count':
      return `count(${[...plain.links, plain.many].join('.')})`;
    case 'plus':
      return `(${textOf(plain.left)} + ${textOf(plain.right)})`;
    case 'less':
      return `${textOf(plain.left)} < ${textOf(plain.right)}`;
  }
}

export function follow(tables: Tables, from: Row, path: readonly string[]): Row {
  return path.reduce<Row>(
    (at, link) => ({
      table: links[at.table]?.[link] ?? '',
      id: at.id === null ? null : (tables[at.table]?.get(at.id)?.[link] ?? null),
    }),
    from,
  );
}

export function evaluate(tables: Tables, plain: Plain, row: Row, records: Readonly<Record<string, Row>>): number {
  const value = (each: Plain) => evaluate(tables, each, row, records);
  switch (plain.kind) {
    case 'number':
      return plain.value;
    case 'path': {
      const at = follow(tables, plain.from === null ? row : (records[plain.from] as Row), plain.links);
      return at.id === null ? 0 : (tables[at.table]?.get(at.id)?.[plain.column] ?? 0);
    }
    case 'sum':
    case 'count': {
      const at = follow(tables, row, plain.links);
      const side = many[at.table]?.[plain.many];
      if (at.id === null || !side) return 0;
      const found = [...(tables[side.table]?.values() ?? [])].filter((each) => each[side.column] === at.id);
      return plain.kind === 'count' ? found.length : found.reduce((sum, each) => sum + (each[plain.column] ?? 0), 0);
    }
    case 'plus':
      return value(plain.left) + value(plain.right);
    case 'less':
      return Number(value(plain.left) < value(plain.right));
  }
}

/** A step; `record` is a path to the record that it writes, from a record at hand or from the row. */
export type PlainStep =
  | { kind: 'update'; record: { from: string | null; links: string[] }; column: string; value: Plain }
  | { kind: 'insert'; table: string; name: string; value: Plain; link: { from: string | null; links: string[] } | null }
  | { kind: 'delete'; record: { from: string | null; links: string[] } }
  | { kind: 'each'; table: string; name: string; condition: Plain | null; steps: PlainStep[] }
  | { kind: 'if'; condition: Plain; steps: PlainStep[]; otherwise: PlainStep[] };

export const linkOfTable: Record<string, string | null> = { boxes: null, pegs: 'box', tags: 'peg' };

/** A record at hand was deleted before something was linked to it. */
export class GoneError extends Error {}

/** A routine that makes more rows than a trial can hold: loops over what they add to double it again and again. */
export class TooManyError extends Error {}
const MOST_ROWS = 2_000;

/** Deletes a row as the links' rules say: tags go with their peg, pegs stay without their box. */
function remove(tables: Tables, table: string, id: number): void {
  tables[table]?.delete(id);
  for (const { table: child, column } of Object.values(many[table] ?? {})) {
    for (const [childId, row] of [...(tables[child] ?? [])]) {
      if (row[column] !== id) continue;
      if (child === 'tags') remove(tables, child, childId);
      else row[column] = null;
    }
  }
}

/** Runs steps for one row, one after another. `lastIds`: no id is given twice. */
export function runPlain(
  tables: Tables,
  lastIds: Record<string, number>,
  steps: readonly PlainStep[],
  row: Row,
  given: Readonly<Record<string, Row>>,
): void {
  let records = given;
  const at = ({ from, links: path }: { from: string | null; links: string[] }): Row =>
    follow(tables, from === null ? row : (records[from] as Row), path);
  for (const step of steps) {
    const isHere = row.id !== null && Boolean(tables[row.table]?.has(row.id));
    switch (step.kind) {
      case 'update': {
        const target = at(step.record);
        const found = target.id === null || !isHere ? undefined : tables[target.table]?.get(target.id);
        if (found) found[step.column] = evaluate(tables, step.value, target, records);
        break;
      }
      case 'insert': {
        records = { ...records, [step.name]: { table: step.table, id: null } };
        if (!isHere) break;
        const id = (lastIds[step.table] = (lastIds[step.table] ?? 0) + 1);
        if (id > MOST_ROWS) throw new TooManyError();
        const link = linkOfTable[step.table];
        const to = link && step.link ? at(step.link) : null;
        if (to && to.id !== null && !tables[to.table]?.has(to.id)) throw new GoneError();
        const made: Record<string, Value> = {
          n: evaluate(tables, step.value, row, records),
          ...(link ? { [link]: to?.id ?? null } : {}),
        };
        tables[step.table]?.set(id, made);
        records = { ...records, [step.name]: { table: step.table, id } };
        break;
      }
      case 'delete': {
        const target = at(step.record);
        if (isHere && target.id !== null && tables[target.table]?.has(target.id))
          remove(tables, target.table, target.id);
        break;
      }
      case 'each': {
        const rows = [...(tables[step.table]?.keys() ?? [])]
          .sort((left, right) => left - right)
          .filter(
            (id) => !step.condition || evaluate(tables, step.condition, { table: step.table, id }, records) === 1,
          );
        for (const id of rows)
          runPlain(
            tables,
            lastIds,
            step.steps,
            { table: step.table, id },
            { ...records, [step.name]: { table: step.table, id } },
          );
        break;
      }
      case 'if':
        runPlain(
          tables,
          lastIds,
          isHere && evaluate(tables, step.condition, row, records) === 1 ? step.steps : step.otherwise,
          row,
          records,
        );
        break;
    }
  }
}
