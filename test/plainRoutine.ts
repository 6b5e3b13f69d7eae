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
  /** A value that a step before has evaluated. */
  | { kind: 'given'; name: string }
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
    case 'given':
      return `coalesce(:${plain.name}, 0)`;
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

/** What steps have brought to hand: records, and values. */
export interface AtHand {
  records: Readonly<Record<string, Row>>;
  values: Readonly<Record<string, number>>;
}

export function evaluate(tables: Tables, plain: Plain, row: Row, hand: AtHand): number {
  const value = evaluated(tables, plain, row, hand);
  // Beyond, SQLite's whole numbers (64 bits) and these (53) part ways.
  if (!Number.isSafeInteger(value)) throw new TooManyError();
  return value;
}

function evaluated(tables: Tables, plain: Plain, row: Row, hand: AtHand): number {
  const { records } = hand;
  const value = (each: Plain) => evaluate(tables, each, row, hand);
  switch (plain.kind) {
    case 'number':
      return plain.value;
    case 'path': {
      const at = follow(tables, plain.from === null ? row : (records[plain.from] as Row), plain.links);
      return at.id === null ? 0 : (tables[at.table]?.get(at.id)?.[plain.column] ?? 0);
    }
    case 'given':
      return hand.values[plain.name] ?? 0;
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

/** A path to a record, from a record at hand or from the row. */
export interface PlainPath {
  from: string | null;
  links: string[];
}

/** A step; `record` is the record that it writes. */
export type PlainStep =
  | { kind: 'update'; record: PlainPath; column: string; value: Plain }
  | { kind: 'insert'; table: string; name: string; value: Plain; link: PlainPath | null }
  | { kind: 'delete'; record: PlainPath }
  /** `lines`: the tables whose records are copied with it, each belonging to the one before. */
  | { kind: 'copy'; record: PlainPath; name: string; value: Plain | null; resets: boolean; lines: string[] }
  | { kind: 'link'; record: PlainPath; to: PlainPath }
  | { kind: 'unlink'; record: PlainPath }
  | { kind: 'set'; name: string; value: Plain }
  | { kind: 'each'; table: string; name: string; condition: Plain | null; steps: PlainStep[] }
  | { kind: 'if'; condition: Plain; steps: PlainStep[]; otherwise: PlainStep[] };

export const linkOfTable: Record<string, string | null> = { boxes: null, pegs: 'box', tags: 'peg' };

/** A record at hand was deleted before something was linked to it. */
export class GoneError extends Error {}

/** A routine that makes more rows, or a larger number, than a trial can hold: loops double what they add themselves. */
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
  given: AtHand,
): void {
  let hand = given;
  const at = ({ from, links: path }: PlainPath): Row =>
    follow(tables, from === null ? row : (hand.records[from] as Row), path);
  const has = ({ table, id }: Row) => id !== null && Boolean(tables[table]?.has(id));
  const bring = (name: string, record: Row) => (hand = { ...hand, records: { ...hand.records, [name]: record } });
  const add = (table: string, values: Record<string, Value>): number => {
    const id = (lastIds[table] = (lastIds[table] ?? 0) + 1);
    if (id > MOST_ROWS) throw new TooManyError();
    tables[table]?.set(id, values);
    return id;
  };
  /** The row of a record that a step may write: where both it and the row at hand are there. */
  const found = (path: PlainPath): { target: Row; values: Record<string, Value> } | null => {
    const target = at(path);
    const values = has(row) && target.id !== null ? tables[target.table]?.get(target.id) : undefined;
    return values ? { target, values } : null;
  };
  const linkTo = (path: PlainPath): number | null => {
    const to = at(path);
    if (to.id !== null && !has(to)) throw new GoneError();
    return to.id;
  };
  for (const step of steps) {
    switch (step.kind) {
      case 'update': {
        const record = found(step.record);
        if (record) record.values[step.column] = evaluate(tables, step.value, record.target, hand);
        break;
      }
      case 'insert': {
        bring(step.name, { table: step.table, id: null });
        if (!has(row)) break;
        const link = linkOfTable[step.table];
        const made: Record<string, Value> = {
          n: evaluate(tables, step.value, row, hand),
          ...(link ? { [link]: step.link ? linkTo(step.link) : null } : {}),
        };
        bring(step.name, { table: step.table, id: add(step.table, made) });
        break;
      }
      case 'copy': {
        const record = found(step.record);
        bring(step.name, { table: at(step.record).table, id: null });
        if (!record) break;
        const { target, values } = record;
        const n = step.value ? evaluate(tables, step.value, target, hand) : step.resets ? null : (values.n ?? null);
        let copies = new Map([[target.id as number, add(target.table, { ...values, n })]]);
        bring(step.name, { table: target.table, id: copies.get(target.id as number) ?? null });
        for (const table of step.lines) {
          const link = linkOfTable[table] as string;
          const lines = [...(tables[table] ?? [])]
            .filter(([, line]) => copies.has(line[link] as number))
            .sort(([left], [right]) => left - right);
          copies = new Map(
            lines.map(([id, line]) => [id, add(table, { ...line, [link]: copies.get(line[link] as number) ?? null })]),
          );
        }
        break;
      }
      case 'link': {
        const record = found(step.record);
        const link = record && linkOfTable[record.target.table];
        if (record && link) record.values[link] = linkTo(step.to);
        break;
      }
      case 'unlink': {
        const record = found(step.record);
        const link = record && linkOfTable[record.target.table];
        if (record && link) record.values[link] = null;
        break;
      }
      case 'set': {
        const value = has(row) ? evaluate(tables, step.value, row, hand) : 0;
        hand = { ...hand, values: { ...hand.values, [step.name]: value } };
        break;
      }
      case 'delete': {
        const target = at(step.record);
        if (has(row) && target.id !== null && has(target)) remove(tables, target.table, target.id);
        break;
      }
      case 'each': {
        const { table, name, condition } = step;
        const rows = [...(tables[table]?.keys() ?? [])]
          .sort((left, right) => left - right)
          .filter((id) => !condition || evaluate(tables, condition, { table, id }, hand) === 1);
        for (const id of rows) {
          const records = { ...hand.records, [name]: { table, id } };
          runPlain(tables, lastIds, step.steps, { table, id }, { ...hand, records });
        }
        break;
      }
      case 'if': {
        const holds = has(row) && evaluate(tables, step.condition, row, hand) === 1;
        runPlain(tables, lastIds, holds ? step.steps : step.otherwise, row, hand);
        break;
      }
    }
  }
}
