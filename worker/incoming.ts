import type { Sqlite3Static } from '@sqlite.org/sqlite-wasm';
import { definitionFaults } from '@/core/check';
import { isStored } from '@/core/column';
import { Engine, isDatabase } from '@/core/engine';
import { Definition, type RowSet, type Scalar, type Table } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import { ProblemError } from '@/core/problem';
import { quoteName } from '@/core/sql';
import {
  copiesOf,
  decodeText,
  DEFINITION_TABLE,
  FILE_SCHEMA,
  fitTables,
  openQuestion,
  parseDelimited,
  parseJson,
  planSqlite,
  previewSheet,
  type ReadSheet,
  readSheet,
  readSource,
  type Refusal,
  settingsOf,
  type Sheet,
  type SheetPreview,
  sheetRows,
  type SheetSettings,
  sheetTable,
  type SourceCopy,
  type SqlitePlan,
} from '@/core/transfer';

/** Rows on their way, of one table, each beginning with its id. */
export interface Chunk {
  tableId: string;
  columns: string[];
  rows: Scalar[][];
}

/** Tables that come out of a file, and their rows. */
export interface ImportPayload {
  definition: Pick<Definition, 'tables' | 'people'>;
  /** The whole definition, where the file is one of Fern Shelf's own. */
  own: Definition | null;
  total: number;
  chunks(): Iterable<Chunk>;
  /** Where the rows stand in a database: it stands beside an empty one, into which they can be copied as they are. */
  beside: { engine: Engine; copies: SourceCopy[] } | null;
  refused: Refusal[];
  notes: string[];
}

/** A file as it is told before it is imported. */
export interface IncomingFile {
  name: string;
  /** How a text file was read; the delimiter only of CSV. */
  encoding: string | null;
  delimiter: string | null;
  sheets: SheetPreview[];
  /** The tables of a database, with what cannot be kept as it is. */
  database: { tables: { name: string; rows: number; columns: string[] }[]; notes: string[]; isOwn: boolean } | null;
}

/** How a text file is to be read, where what was found is wrong. */
export interface ReadingOptions {
  encoding?: string | null;
  delimiter?: string | null;
}

const ROWS_A_CHUNK = 5000;

/** A file that is looked at before anything of it is kept. */
export class Incoming {
  private readonly lastRead = new Map<number, { key: string; read: ReadSheet }>();

  private constructor(
    readonly name: string,
    private readonly encoding: string | null,
    private readonly delimiter: string | null,
    private readonly sheets: Sheet[],
    private readonly database: Source | null,
  ) {}

  /** Reads a file by what is in it. Throws a Problem of code `file-broken`. */
  static open(
    sqlite3: Sqlite3Static,
    clock: () => number,
    name: string,
    bytes: Uint8Array,
    asked: ReadingOptions = {},
  ): Incoming {
    const plain =
      name
        .replace(/\.[^.]*$/, '')
        .replace(/[_-]+/g, ' ')
        .trim() || 'Imported';
    const title = plain.charAt(0).toUpperCase() + plain.slice(1);
    if (isDatabase(bytes)) return new Incoming(title, null, null, [], lookOver(sqlite3, clock, bytes, null));
    const { text, encoding } = decodeText(bytes, asked.encoding);
    if (text.trim() === '') throw new ProblemError({ code: 'file-broken', place: 'the start', reason: 'it is empty' });
    if (/\.sql$/i.test(name) || /^\s*(pragma\s+foreign_keys|begin\s+transaction|create\s+table)\b/i.test(text))
      return new Incoming(title, encoding, null, [], lookOver(sqlite3, clock, null, text));
    const isJson = /\.(json|jsonl|ndjson)$/i.test(name) || /^\uFEFF?\s*[[{]/.test(text);
    const delimited = isJson
      ? null
      : parseDelimited(text, title, asked.delimiter ?? (/\.tsv$/i.test(name) ? '\t' : null));
    const sheets = delimited ? [delimited.sheet] : parseJson(text, title);
    if (sheets.every(({ rows }) => rows.length === 0))
      throw new ProblemError({ code: 'file-broken', place: 'the start', reason: 'there are no rows in it' });
    return new Incoming(title, encoding, delimited?.delimiter ?? null, sheets, null);
  }

  close(): void {
    this.database?.engine.close();
  }

  describe(): IncomingFile {
    const { database } = this;
    const payload = database && databasePayload(database, true);
    const rowsOf = (id: string) => payload?.beside?.copies.find(({ tableId }) => tableId === id)?.count ?? 0;
    return {
      name: this.name,
      encoding: this.encoding,
      delimiter: this.delimiter,
      sheets: this.sheets.map((sheet, index) => this.read(index, settingsOf(sheet))),
      database: payload && {
        tables: payload.definition.tables.map(({ id, name, columns }) => ({
          name,
          rows: rowsOf(id),
          columns: columns.filter(isStored).map((column) => column.name),
        })),
        notes: payload.notes,
        isOwn: payload.own !== null,
      },
    };
  }

  read(index: number, settings: SheetSettings): SheetPreview {
    return previewSheet(this.readAs(index, settings), settings);
  }

  /** A sheet read as its settings say; read anew only where they say something else than the last time. */
  readAs(index: number, settings: SheetSettings): ReadSheet {
    const { name, ...others } = settings;
    const key = JSON.stringify(others);
    const last = this.lastRead.get(index);
    const sheet = this.sheets[index];
    if (!sheet)
      throw new ProblemError({ code: 'file-broken', place: this.name, reason: `it has no table ${index + 1}` });
    const read = last?.key === key ? last.read : readSheet(sheet, settings);
    this.lastRead.set(index, { key, read });
    return { ...read, name };
  }

  /** What is imported, for sheets as their settings say: as an app, or as tables for another. */
  payload(settings: readonly SheetSettings[], asApp: boolean): ImportPayload {
    if (this.database) return databasePayload(this.database, asApp);
    const made: { table: Table; set: RowSet; refused: Refusal[] }[] = [];
    for (const [index, sheet] of this.sheets.entries()) {
      const read = this.readAs(index, settings[index] ?? settingsOf(sheet));
      const question = openQuestion(read);
      if (question) throw new ProblemError({ code: 'invalid-value', place: read.name, reason: question });
      const [table] = fitTables({ tables: made.map((each) => each.table) }, [sheetTable(read)], `s${index + 1}`) as [
        Table,
      ];
      made.push({ table, ...sheetRows(read, table) });
    }
    return {
      definition: { tables: made.map(({ table }) => table) },
      own: null,
      total: made.reduce((sum, { set }) => sum + set.rows.length, 0),
      refused: made.flatMap(({ refused }) => refused),
      notes: [],
      beside: null,
      *chunks() {
        for (const { table, set } of made) {
          for (let start = 0; start < set.rows.length; start += ROWS_A_CHUNK) {
            yield { tableId: table.id, columns: set.columns, rows: set.rows.slice(start, start + ROWS_A_CHUNK) };
          }
        }
      },
    };
  }
}

interface Source {
  engine: Engine;
  own: Definition | null;
  /** The file as one that somebody else wrote; made when it is first asked for. */
  foreign(): Pick<SqlitePlan, 'tables' | 'copies' | 'report'>;
}

function lookOver(
  sqlite3: Sqlite3Static,
  clock: () => number,
  bytes: Uint8Array | null,
  script: string | null,
): Source {
  const place = script === null ? 'the database' : 'the script';
  let engine: Engine | null = null;
  try {
    engine = Engine.open(sqlite3, null, clock);
    const open = engine;
    open.attach(FILE_SCHEMA, bytes ?? scripted(sqlite3, clock, script ?? ''));
    let planned: SqlitePlan | null = null;
    const foreign = (): SqlitePlan => {
      if (planned) return planned;
      const plan = planSqlite(readSource((sql) => open.query(sql).rows));
      if (plan.tables.length === 0)
        throw new ProblemError({ code: 'file-broken', place: 'the schema', reason: 'there is no table in it' });
      open.write((writer) => plan.prepare.forEach((sql) => writer.run(sql))).commit();
      return (planned = plan);
    };
    const own = ownDefinition(open);
    if (!own) foreign();
    return { engine, own, foreign };
  } catch (error) {
    engine?.close();
    throw broken(error, place);
  }
}

const ownCopies = (engine: Engine, own: Definition): SourceCopy[] =>
  copiesOf(own).map((copy) => ({ ...copy, count: countOf(engine, own, copy.tableId) }));

function countOf(engine: Engine, definition: Definition, tableId: string): number {
  const table = physicalPlan(definition).tables.find(({ id }) => id === tableId);
  return table
    ? Number(engine.query(`SELECT count(*) AS n FROM ${FILE_SCHEMA}.${quoteName(table.identifier)}`).rows[0]?.n ?? 0)
    : 0;
}

/** What a script makes, as a file. */
function scripted(sqlite3: Sqlite3Static, clock: () => number, script: string): Uint8Array {
  const engine = Engine.open(sqlite3, null, clock);
  try {
    engine.script(script);
    return engine.export();
  } finally {
    engine.close();
  }
}

/** The definition that Fern Shelf wrote into a database, where its tables are still those. */
function ownDefinition(engine: Engine): Definition | null {
  try {
    const [row] = engine.query(`SELECT document FROM ${FILE_SCHEMA}.${DEFINITION_TABLE}`).rows;
    const parsed = Definition.safeParse(JSON.parse(String(row?.document)));
    if (!parsed.success || definitionFaults(parsed.data).length > 0) return null;
    for (const { sql } of copiesOf(parsed.data)) engine.query(sql, { after: 0, most: 1 });
    return parsed.data;
  } catch {
    return null;
  }
}

function broken(error: unknown, place: string): unknown {
  if (
    error instanceof ProblemError &&
    (error.problem.code === 'sql' || error.problem.code === 'constraint' || error.problem.code === 'unexpected')
  ) {
    return new ProblemError({
      code: 'file-broken',
      place,
      reason: error.problem.code === 'sql' ? error.problem.message : error.message,
    });
  }
  return error instanceof ProblemError
    ? error
    : new ProblemError({ code: 'file-broken', place, reason: error instanceof Error ? error.message : String(error) });
}

/** What comes out of a database: the app that it says it is, or tables for another app to take in. */
function databasePayload({ engine, own, foreign }: Source, asApp: boolean): ImportPayload {
  const { tables, copies, report } =
    own && asApp ? { tables: own.tables, copies: ownCopies(engine, own), report: [] } : foreign();
  return {
    definition: { tables, ...(own && asApp ? { people: own.people } : {}) },
    own: asApp ? own : null,
    total: copies.reduce((sum, { count }) => sum + count, 0),
    refused: [],
    notes: report,
    beside: { engine, copies },
    *chunks() {
      for (const { tableId, columns, sql } of copies) {
        for (let after = 0; ;) {
          const [page] = engine.query(sql, { after, most: ROWS_A_CHUNK }).rows;
          const count = Number(page?.count ?? 0);
          if (count === 0) break;
          yield { tableId, columns, rows: JSON.parse(String(page?.rows)) as Scalar[][] };
          after = Number(page?.last);
          if (count < ROWS_A_CHUNK) break;
        }
      }
    },
  };
}
