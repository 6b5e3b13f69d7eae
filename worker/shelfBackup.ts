import { type AppDocument, parseDocument, printDocument } from './appDocument';
import { packBackup, type PackedApp, unpackBackup, type UnpackedApp } from './backup';
import type { Task } from './bulkInsert';
import { type HostEnvironment, openEngine } from './hostEnvironment';
import { buildApp, builtFormer } from './openApp';
import type { AppSummary, BackupApp, BackupChoice, Restored } from './protocol';
import { readDocument } from './readDocument';
import { headOf, type ShelfEntries } from './shelfEntries';
import type { TabLocks } from './tabLocks';
import type { Engine } from '@/core/engine';
import type { Definition } from '@/core/model';
import { physicalPlan } from '@/core/plan';
import { describeProblem, ProblemError, toProblem } from '@/core/problem';
import { quoteName } from '@/core/sql';
import { createStore, type JournalEntry, readFormer, readStore } from '@/core/store';

interface ShelfBackupOptions {
  entries: ShelfEntries;
  /** The surroundings of an app's store, for one opening. */
  environmentOf: (appId: string) => HostEnvironment;
  locks: TabLocks;
  now: () => string;
  newId: () => string;
  /** Lets go of an app that is open here. */
  close: (appId: string) => Promise<void>;
}

/** Takes the whole shelf away as one file, and brings apps back out of one. */
export class ShelfBackup {
  private opened: { at: string; apps: UnpackedApp[] } | null = null;

  constructor(private readonly options: ShelfBackupOptions) {}

  async pack(task: Task): Promise<{ file: Uint8Array; left: Restored['refused'] }> {
    const { entries, environmentOf, now } = this.options;
    const kept = (await entries.all()).filter(({ removedAt }) => !removedAt);
    // The phones that are kept at releases go with their apps.
    const phones = (await Promise.all(kept.map(({ id }) => entries.phones(id)))).flat();
    const apps = [...kept, ...phones.filter(({ removedAt }) => !removedAt)];
    const left: Restored['refused'] = [];
    async function* packed() {
      for (const app of apps) {
        try {
          yield await packApp(environmentOf(app.id), app);
        } catch (error) {
          left.push({ name: app.name, reason: reasonOf(error) });
        }
      }
    }
    const at = now();
    const file = await packBackup(packed(), apps.length, at, task);
    await entries.setBackedUpAt(at);
    return { file, left };
  }

  async inspect(file: Uint8Array): Promise<{ at: string; apps: BackupApp[] }> {
    this.opened = unpackBackup(file);
    const there = new Set((await this.options.entries.all()).flatMap(({ id, removedAt }) => (removedAt ? [] : [id])));
    const { at, apps } = this.opened;
    return {
      at,
      apps: apps.filter(isApp).map(({ id, name, rows, tables, lastEdit, content }) => ({
        id,
        name,
        rows,
        tables,
        lastEdit,
        isThere: there.has(id),
        isWhole: content !== null,
      })),
    };
  }

  /** Brings apps back, each by itself: one that cannot be is told, and the others are there. */
  async restore(choices: readonly BackupChoice[]): Promise<Restored> {
    if (!this.opened)
      throw new ProblemError({ code: 'file-broken', place: 'the start', reason: 'no backup is chosen' });
    const restored: Restored = { apps: [], refused: [] };
    const { apps } = this.opened;
    for (const [index, app] of apps.filter(isApp).entries()) {
      const choice = choices[index] ?? 'leave';
      if (choice === 'leave') continue;
      try {
        const { id, ...told } = await this.restoreApp(app, choice);
        restored.apps.push(told);
        await this.restorePhones(
          apps.filter(({ phoneOf }) => phoneOf?.appId === app.id),
          id,
          restored.refused,
        );
      } catch (error) {
        restored.refused.push({ name: app.name, reason: reasonOf(error) });
      }
    }
    return restored;
  }

  private async restorePhones(phones: readonly UnpackedApp[], appId: string, refused: Restored['refused']) {
    for (const phone of phones)
      try {
        await this.layDown(phone, await this.freeFor(phone), appId);
      } catch (error) {
        refused.push({ name: phone.phoneOf?.name ?? phone.name, reason: reasonOf(error) });
      }
  }

  private async restoreApp(app: UnpackedApp, choice: 'copy' | 'replace'): Promise<LaidDown> {
    const { entries, locks, close } = this.options;
    const { id, name } = app;
    const there = await entries.of(id);
    if (there && choice === 'replace' && !there.removedAt) {
      await close(id);
      const lock = await locks.take(id, () => undefined);
      if (!lock) throw new ProblemError({ code: 'not-owner' });
      try {
        await this.keepAsRemoved(there);
        return await this.layDown(app, { id, name });
      } finally {
        lock.release();
      }
    }
    return this.layDown(app, await this.freeFor(app));
  }

  /** The id and name that an app comes back under: its own where they are free. */
  private async freeFor({ id, name, phoneOf }: UnpackedApp): Promise<Pick<Definition, 'id' | 'name'>> {
    const { entries, environmentOf, newId } = this.options;
    const isFree = !(await entries.has(id)) && (await environmentOf(id).kv.getAllKeys()).length === 0;
    return isFree ? { id, name } : { id: newId(), name: phoneOf ? name : await entries.freeName(name) };
  }

  /** Lays an app down as it was, under an id and a name. What does not open is refused, and nothing is written. */
  private async layDown(
    { name, rows, lastEdit, content, phoneOf }: UnpackedApp,
    as: Pick<Definition, 'id' | 'name'>,
    appId: string | null = null,
  ): Promise<LaidDown> {
    if (!content) throw new ProblemError({ code: 'file-broken', place: name, reason: 'its files are damaged' });
    const { kv, token, wait, ...environment } = this.options.environmentOf(as.id);
    const { document, mends } = readAs(name, content.document, as);
    assertHolds({ kv, token, wait, ...environment }, name, content.database, document);
    // A plan that was mended is not the one that its history speaks of.
    const history: readonly JournalEntry[] = mends.length > 0 ? [] : content.entries;
    await createStore(
      kv,
      token,
      wait,
      { database: content.database, document: printDocument(document) },
      content.entries.at(-1)?.seq ?? 0,
      history,
    );
    const { definition } = document;
    await this.options.entries.put({
      ...headOf(definition, null),
      ...as,
      rows,
      lastEdit,
      removedAt: null,
      ...(phoneOf && appId !== null ? { phoneOf: { ...phoneOf, appId } } : {}),
    });
    return { id: as.id, name: as.name, mends };
  }

  /** What stands in the place of another is kept beside it, as removed, for as long as such are kept. */
  private async keepAsRemoved(app: AppSummary): Promise<void> {
    const { entries, environmentOf, newId } = this.options;
    const as = { id: newId(), name: `${app.name.slice(0, 60)} (before the backup)` };
    const { database, document, entries: history } = await packApp(environmentOf(app.id), app);
    const stored = parseDocument(document) as AppDocument;
    const { kv, token, wait } = environmentOf(as.id);
    await createStore(
      kv,
      token,
      wait,
      { database, document: printDocument({ ...stored, definition: { ...stored.definition, ...as } }) },
      history.at(-1)?.seq ?? 0,
      history,
    );
    await entries.put({ ...app, ...as });
    await entries.remove(as.id);
  }
}

type LaidDown = Restored['apps'][number] & Pick<Definition, 'id'>;

/** A phone comes back with its app. */
const isApp = ({ phoneOf }: UnpackedApp): boolean => !phoneOf;

const reasonOf = (error: unknown): string => describeProblem(toProblem(error)).what;

/**
 * An app as it stands, read without opening it: also one that another tab has open. Throws a Problem where nothing of
 * it can be read.
 */
async function packApp(
  environment: HostEnvironment,
  { id, name, rows, tables, lastEdit, phoneOf }: AppSummary,
): Promise<PackedApp> {
  const known = { id, name, rows, tables, lastEdit, ...(phoneOf ? { phoneOf } : {}) };
  const former = await readFormer(environment.kv);
  if (former) {
    const { engine, document } = builtFormer(environment, former);
    return { ...known, database: exported(engine), document: printDocument(document), entries: [] };
  }
  const read = await readStore(environment.kv, buildApp(environment));
  if (!read) throw new ProblemError({ code: 'app-gone' });
  const { engine, document } = read.value;
  return {
    ...known,
    database: exported(engine),
    document: new TextEncoder().encode(JSON.stringify(document)),
    entries: read.entries,
  };
}

function exported(engine: Engine): Uint8Array {
  try {
    return engine.export();
  } finally {
    engine.close();
  }
}

function readAs(
  name: string,
  bytes: Uint8Array,
  as: Pick<Definition, 'id' | 'name'>,
): { document: AppDocument; mends: string[] } {
  let stored: unknown = null;
  try {
    stored = parseDocument(bytes);
  } catch {
    // Told below, as any other plan that cannot be read.
  }
  const read = readDocument(stored);
  if (!read) throw new ProblemError({ code: 'file-broken', place: name, reason: 'its plan cannot be read' });
  const { document, mends } = read;
  return { document: { ...document, definition: { ...document.definition, ...as } }, mends };
}

/** Throws a Problem where a database is none, or does not hold the tables of the plan. */
function assertHolds(
  environment: HostEnvironment,
  name: string,
  database: Uint8Array,
  { definition }: AppDocument,
): void {
  try {
    const engine = openEngine(environment, database);
    try {
      for (const { identifier } of physicalPlan(definition).tables)
        engine.query(`SELECT count(*) FROM ${quoteName(identifier)}`);
    } finally {
      engine.close();
    }
  } catch (error) {
    throw new ProblemError({ code: 'file-broken', place: name, reason: reasonOf(error).replace(/\.$/, '') });
  }
}
