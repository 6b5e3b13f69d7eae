import type { RowChange, TableChange } from './readSet';
import type { Row } from './row';

/** Keys are listed up to this many a table; beyond it every query on the table is affected anyhow. */
const MOST_KEYS = 1000;

/**
 * Bytes that stand for operations and for kinds of values in a change set. Source: "Changeset Format" in SQLite's
 * sqlite3session.c.
 */
const TABLE = 0x54;

const [DELETE, INSERT, UPDATE] = [9, 18, 23] as const;

const [UNDEFINED, INTEGER, FLOAT, TEXT, BLOB] = [0, 1, 2, 3, 4] as const;

type Value = Row[string];

type Columns = (table: string) => readonly string[];

/**
 * Reads a change set from its bytes: asking SQLite for each value of thousands of rows costs more than the change
 * itself.
 */
class ChangeReader {
  private at = 0;
  private readonly view: DataView;
  private readonly decoder = new TextDecoder();
  table = '';
  columns = 0;

  constructor(private readonly bytes: Uint8Array) {
    this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  }

  /** The operation of the next change, or null at the end. */
  next(): number | null {
    while (this.at < this.bytes.length) {
      const op = this.bytes[this.at++] as number;
      if (op !== TABLE) {
        // Whether a foreign key's action made the change.
        this.at++;
        return op;
      }
      this.columns = this.varint();
      this.at += this.columns;
      const end = this.bytes.indexOf(0, this.at);
      this.table = this.decoder.decode(this.bytes.subarray(this.at, end));
      this.at = end + 1;
    }
    return null;
  }

  /** Goes over a record and tells the places of the columns that it holds. The first column is the key. */
  skim(held: (column: number) => void): void {
    for (let column = 0; column < this.columns; column++) {
      const kind = this.bytes[this.at++] as number;
      if (kind === UNDEFINED) continue;
      held(column);
      this.pass(kind);
    }
  }

  /** The key at the beginning of a record, which stays to be read. */
  key(): number {
    return this.bytes[this.at] === INTEGER ? Number(this.view.getBigInt64(this.at + 1)) : 0;
  }

  record(): (Value | undefined)[] {
    return Array.from({ length: this.columns }, () => this.value());
  }

  private value(): Value | undefined {
    const kind = this.bytes[this.at++] as number;
    const from = this.at;
    this.pass(kind);
    switch (kind) {
      case UNDEFINED:
        return undefined;
      case INTEGER:
        return Number(this.view.getBigInt64(from));
      case FLOAT:
        return this.view.getFloat64(from);
      case TEXT:
      case BLOB: {
        const content = this.bytes.slice(this.at - this.length, this.at);
        return kind === TEXT ? this.decoder.decode(content) : content;
      }
      default:
        return null;
    }
  }

  /** How many bytes the text or blob has that was passed last. */
  private length = 0;

  private pass(kind: number): void {
    if (kind === INTEGER || kind === FLOAT) this.at += 8;
    else if (kind === TEXT || kind === BLOB) {
      this.length = this.varint();
      this.at += this.length;
    }
  }

  private varint(): number {
    let value = 0;
    for (let index = 0; index < 9; index++) {
      const byte = this.bytes[this.at++] as number;
      value = value * 128 + (byte & 0x7f);
      if (byte < 0x80) break;
    }
    return value;
  }
}

/** What a change set does, table by table; `columnsOf` names a table's columns in order, the key first. */
export function summarize(changeSet: Uint8Array, columnsOf: Columns): TableChange[] {
  const reader = new ChangeReader(changeSet);
  const tables = new Map<string, { change: TableChange; keys: Set<number>; updated: Set<number> }>();
  for (let op = reader.next(); op !== null; op = reader.next()) {
    const { table } = reader;
    let entry = tables.get(table);
    if (!entry)
      tables.set(
        table,
        (entry = {
          change: { table, inserted: 0, updated: 0, deleted: 0, columns: [], keys: null },
          keys: new Set(),
          updated: new Set(),
        }),
      );
    if (entry.keys.size <= MOST_KEYS) entry.keys.add(reader.key());
    reader.skim(() => undefined);
    if (op === INSERT) entry.change.inserted++;
    else if (op === DELETE) entry.change.deleted++;
    else {
      entry.change.updated++;
      const { updated } = entry;
      reader.skim((column) => void updated.add(column));
    }
  }
  return [...tables.values()].map(({ change, keys, updated }) => ({
    ...change,
    columns: [...updated].flatMap((column) => columnsOf(change.table)[column] ?? []),
    keys: keys.size > MOST_KEYS ? null : [...keys],
  }));
}

/** What a change set does to single rows, at most `most` of them; of an update only the columns that it changes. */
export function rowChanges(changeSet: Uint8Array, columnsOf: Columns, most: number): RowChange[] {
  const reader = new ChangeReader(changeSet);
  const found: RowChange[] = [];
  for (let op = reader.next(); op !== null && found.length < most; op = reader.next()) {
    const { table } = reader;
    const columns = columnsOf(table);
    const named = (record: (Value | undefined)[]): Row =>
      Object.fromEntries(
        record.flatMap((value, index) => (value === undefined ? [] : [[columns[index] ?? '', value]])),
      );
    const key = reader.key();
    const before = op === INSERT ? null : named(reader.record());
    const after = op === DELETE ? null : named(reader.record());
    // The key of an updated row stands with what was before, and is no change.
    if (op === UPDATE && before) delete before[columns[0] ?? ''];
    found.push({ table, key, before, after });
  }
  return found;
}
