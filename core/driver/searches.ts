import { fold } from './fold';
import type { ReadSet } from './readSet';
import type { Params, Row } from './row';
import { searchTexts, type SearchTexts } from './searchTexts';
import { quoteName, quoteText } from '@/core/sql';

/** A SQLite connection, as the keeper of searched texts uses it: nothing that it does is recorded. */
export interface SearchPort {
  /** Whether FTS5 with its index of trigrams is there. */
  readonly trigrams: boolean;
  exec(sql: string): void;
  rows(sql: string, params?: Params): Row[];
  /** The columns that a statement reads, by table; null where nobody can tell. */
  readsOf(sql: string): ReadSet['tables'] | null;
}

interface Kept {
  texts: SearchTexts;
  params: Params;
  /** What the texts depend on beside the rows. */
  key: string;
  reads: ReadSet['tables'];
  trigrams: boolean;
}

/** What a step of idle maintenance does: some 10 ms of work. */
const ROWS_A_STEP = 500;

const PAGES_A_STEP = 40;

/** The id that stands for all rows among those whose texts are stale. */
const ALL = 0;

const STALE = 'temp._search_stale';

const UPTO = 'temp._search_filled';

/**
 * Keeps searched texts folded. Temp triggers note which rows are stale; their texts are read and folded anew before the
 * next search, or when there is time. Full text search has an index of trigrams where SQLite has FTS5 (source:
 * sqlite.org/fts5.html#the_trigram_tokenizer), and scans the folded texts where it has not.
 */
export class Searches {
  private readonly kept = new Map<string, Kept>();

  constructor(private readonly port: SearchPort) {}

  /** Makes a place for texts if it is not there; `freshen` then fills it. */
  ensure(texts: SearchTexts, params: Params): void {
    const day = texts.byDay ? this.port.rows("SELECT date('now', 'localtime') AS day")[0]?.day : null;
    const key = JSON.stringify([params, day]);
    const before = this.kept.get(texts.name);
    if (before?.key === key && before.texts.select.sql === texts.select.sql) return;
    if (before?.texts.select.sql === texts.select.sql) {
      // The same texts as another person sees them, or on another day.
      Object.assign(before, { params, key });
      this.port.rows(`INSERT INTO ${STALE} VALUES (:name, ${ALL})`, { name: texts.name });
      return;
    }
    if (before) this.drop(before);
    const trigrams = texts.trigrams && this.port.trigrams;
    const reads = this.port.readsOf(texts.select.sql) ?? {};
    const of = [texts.table, ...texts.others].map((table) => [table, reads[table] ?? []] as const);
    const kept = { texts, params, key, trigrams, reads: Object.fromEntries(of) };
    this.port.exec(`
      CREATE TABLE IF NOT EXISTS ${UPTO} (name TEXT PRIMARY KEY, upto INTEGER NOT NULL) WITHOUT ROWID;
      CREATE TABLE IF NOT EXISTS ${STALE} (name TEXT NOT NULL, id INTEGER NOT NULL);
      CREATE INDEX IF NOT EXISTS temp._search_stale_by_name ON _search_stale (name, id);`);
    this.createTable(kept);
    triggersOf(kept).forEach((sql) => this.port.exec(sql));
    this.kept.set(texts.name, kept);
  }

  /** Brings up to `count` texts up to date; true while there are more. */
  freshen(name: string, count: number): boolean {
    const kept = this.kept.get(name);
    if (!kept) return false;
    const params = { name };
    const stale = this.port
      .rows(`SELECT DISTINCT id FROM ${STALE} WHERE name = :name ORDER BY id LIMIT :count`, { name, count })
      .map(({ id }) => Number(id));
    if (stale[0] === ALL) {
      this.clear(kept);
      return true;
    }
    if (stale.length > 0) {
      this.put(kept, stale);
      const ids = JSON.stringify(stale);
      const done = `name = :name AND id IN (SELECT value FROM json_each(:ids))`;
      this.port.rows(`DELETE FROM ${STALE} WHERE ${done}`, { name, ids });
      return true;
    }
    const from = Number(this.port.rows(`SELECT upto FROM ${UPTO} WHERE name = :name`, params)[0]?.upto ?? 0);
    const next = this.port
      .rows(`SELECT "id" FROM main.${quoteName(kept.texts.table)} WHERE "id" > :from ORDER BY "id" LIMIT :count`, {
        from,
        count,
      })
      .map(({ id }) => Number(id));
    const last = next.at(-1);
    if (last === undefined) return false;
    this.put(kept, next);
    this.port.rows(`INSERT OR REPLACE INTO ${UPTO} VALUES (:name, :last)`, { name, last });
    return true;
  }

  /** A short piece of work that can wait for a moment when nobody calls; true while there is more. */
  maintain(): boolean {
    return [...this.kept.values()].some((kept) => this.freshen(kept.texts.name, ROWS_A_STEP) || this.merge(kept));
  }

  /** What texts are made of, by the name of a table that they stand in; null where it is no such table. */
  readsOf(table: string): ReadSet['tables'] | null {
    const names = [...this.kept.keys()].filter((name) => table === name || table.startsWith(`${name}_`));
    const longest = names.sort((one, other) => other.length - one.length)[0];
    return longest === undefined ? null : (this.kept.get(longest)?.reads ?? null);
  }

  /** Forgets all: before a change of schema, or of so many rows that filling anew costs less. */
  dropAll(): void {
    this.kept.forEach((kept) => this.drop(kept));
  }

  private put({ texts, params, trigrams }: Kept, ids: readonly number[]): void {
    const table = tableOf(texts, trigrams);
    const asked = JSON.stringify(ids);
    const found = this.port
      .rows(texts.select.sql, { ...params, ids: asked })
      // SQLite's texts end at a NUL, so none is searched beyond it.
      .map(({ id, text }) => [Number(id), fold(String(text ?? '')).split('\0')[0]]);
    const rows = JSON.stringify(found);
    const [id, text] = trigrams ? ['rowid', 'text'] : ['id', 'c0'];
    this.port.rows(
      `DELETE FROM ${table} WHERE ${id} IN (
        SELECT value FROM json_each(:asked) EXCEPT SELECT value ->> 0 FROM json_each(:rows))`,
      { asked, rows },
    );
    this.port.rows(
      `INSERT OR REPLACE INTO ${table} (${id}, ${text}) SELECT value ->> 0, value ->> 1 FROM json_each(:rows)`,
      { rows },
    );
  }

  private clear(kept: Kept): void {
    const { name } = kept.texts;
    this.port.exec(`DROP TABLE ${tableOf(kept.texts, kept.trigrams)}`);
    this.createTable(kept);
    for (const table of [UPTO, STALE]) this.port.rows(`DELETE FROM ${table} WHERE name = :name`, { name });
  }

  private createTable({ texts, trigrams }: Kept): void {
    const table = tableOf(texts, trigrams);
    if (!trigrams) return this.port.exec(`CREATE TABLE ${table} (id INTEGER PRIMARY KEY, c0 TEXT NOT NULL)`);
    this.port.exec(`
      CREATE VIRTUAL TABLE ${table} USING fts5(text, columnsize = 0, tokenize = 'trigram case_sensitive 1');
      INSERT INTO ${table} (${quoteName(texts.name)}, rank) VALUES ('automerge', 0), ('crisismerge', 1999);`);
  }

  /**
   * Puts together some of the pieces that writes leave in the index. FTS5 would do so in the middle of a write, now and
   * then for 50 ms; here it is left to idle maintenance. True while there is more to do.
   */
  private merge({ texts, trigrams }: Kept): boolean {
    if (!trigrams) return false;
    const changes = () => Number(this.port.rows('SELECT total_changes() AS changes')[0]?.changes);
    const before = changes();
    this.port.rows(
      `INSERT INTO temp.${quoteName(texts.name)} (${quoteName(texts.name)}, rank) VALUES ('merge', :pages)`,
      {
        pages: PAGES_A_STEP,
      },
    );
    // FTS5's own account: a merge that did nothing changes fewer than two rows.
    return changes() - before >= 2;
  }

  private drop(kept: Kept): void {
    const { name } = kept.texts;
    for (const trigger of triggerNames(kept)) this.port.exec(`DROP TRIGGER IF EXISTS temp.${quoteName(trigger)}`);
    this.port.exec(`DROP TABLE IF EXISTS ${tableOf(kept.texts, kept.trigrams)}`);
    for (const table of [UPTO, STALE]) this.port.rows(`DELETE FROM ${table} WHERE name = :name`, { name });
    this.kept.delete(name);
  }
}

const tableOf = ({ name }: SearchTexts, trigrams: boolean): string =>
  trigrams ? `temp.${quoteName(name)}` : searchTexts(name);

const events = ['insert', 'update', 'delete'] as const;

type Event = (typeof events)[number];

const triggerNames = ({ texts }: Kept): string[] =>
  [texts.table, ...texts.others].flatMap((_, at) => events.map((event) => `${texts.name}_${at}${event}`));

/**
 * Triggers that note stale texts: that of the row itself, and all where another table has changed. Noted twice is no
 * fault: what a trigger's OR IGNORE means is decided by the statement that fires it.
 */
function triggersOf({ texts, reads }: Kept): string[] {
  const ofRow: Record<Event, readonly string[]> = {
    insert: ['new."id"'],
    update: ['old."id"', 'new."id"'],
    delete: ['old."id"'],
  };
  return [texts.table, ...texts.others].flatMap((table, at) =>
    events.map((event) => {
      const name = quoteName(`${texts.name}_${at}${event}`);
      // A column name in the WHEN of a trigger would make every write to the table evaluate it; OF limits it to these.
      const columns = (reads[table] ?? []).filter((column) => column !== 'id').map(quoteName);
      const what = event === 'update' && columns.length > 0 ? `UPDATE OF ${columns.join(', ')}` : event.toUpperCase();
      const ids = at === 0 ? ofRow[event] : [String(ALL)];
      const values = ids.map((id) => `(${quoteText(texts.name)}, ${id})`).join(', ');
      return `
        CREATE TRIGGER temp.${name} AFTER ${what} ON main.${quoteName(table)} BEGIN
          INSERT INTO _search_stale VALUES ${values};
        END`;
    }),
  );
}
