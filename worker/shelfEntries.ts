import { z } from 'zod';
import { accents, AppIcon, type Definition } from '@/core/model';
import { Glance, glanceOf } from '@/core/plan';
import { ProblemError } from '@/core/problem';
import { type KeyValueStore, readSealed, seal } from '@/core/store';
import { PhoneOf } from './phoneOf';
import type { AppSummary } from './protocol';

/** Removed apps can be brought back for this long. */
const KEEP_REMOVED_MS = 7 * 24 * 3600 * 1000;
/**
 * From one look at the shelf to the next no more time is counted than this: a clock that jumps ahead ages nothing by a
 * week.
 */
const MOST_SEEN_MS = 24 * 3600 * 1000;

/** The store of the shelf itself. */
export const SHELF_STORE = 'fern-shelf';
const APP = 'app/';
/** When the shelf was last looked at while removed apps were on it. */
const SEEN = 'seen';
const BACKED_UP = 'backed-up';

const Summary = z.object({
  id: z.string(),
  name: z.string(),
  accent: z.enum(accents),
  tables: z.number(),
  rows: z.number(),
  icon: AppIcon.optional().catch(undefined),
  glance: Glance.optional().catch(undefined),
  lastEdit: z.string(),
  removedAt: z.string().nullable(),
  /** Of a phone that is kept at a release: whose, and what it is called. */
  phoneOf: PhoneOf.optional().catch(undefined),
  /** For how long it has been removed, in milliseconds that were seen to pass. */
  removedFor: z.number().optional(),
});
type Summary = z.infer<typeof Summary>;

/**
 * An app of which the shelf no longer knows more than that it is there: its own store tells the rest when it is opened.
 */
const unknownApp = (id: string): Summary => ({
  id,
  name: `App ${id}`,
  accent: 'moss',
  tables: 0,
  rows: 0,
  lastEdit: '1970-01-01T00:00:00.000Z',
  removedAt: null,
});

/** What an app's definition says to the shelf; `counts`: the rows of its tables by their ids, where they are known. */
export const headOf = (
  definition: Definition,
  counts: Readonly<Record<string, number>> | null,
): Pick<Summary, 'name' | 'accent' | 'tables' | 'icon' | 'glance'> => ({
  name: definition.name,
  accent: definition.theme.accent,
  tables: definition.tables.length,
  icon: definition.theme.icon,
  glance: glanceOf(definition, counts),
});

/** Whether an app stands on the shelf, removed ones too; asked of the store before there is a shelf. */
export const onShelf = async (storage: (name: string) => KeyValueStore, appId: string): Promise<boolean> =>
  (await storage(SHELF_STORE).getAllKeys()).includes(APP + appId);

interface ShelfEntriesOptions {
  now: () => string;
  /** Hears of every change. */
  changed: () => void;
  /** Removes all that an app has stored. */
  clear: (appId: string) => Promise<void>;
}

/** What the shelf itself keeps: an entry for each app, and when it was backed up. */
export class ShelfEntries {
  constructor(
    private readonly kv: KeyValueStore,
    private readonly options: ShelfEntriesOptions,
  ) {}

  /** All apps, last changed first; removed ones whose time is over go. */
  async all(): Promise<AppSummary[]> {
    return (await this.everything()).filter(({ phoneOf }) => !phoneOf);
  }

  /** The phones of an app, the last changed first. */
  async phones(appId: string): Promise<AppSummary[]> {
    return (await this.everything()).filter(({ phoneOf }) => phoneOf?.appId === appId);
  }

  private async everything(): Promise<AppSummary[]> {
    const keys = (await this.kv.getAllKeys()).filter((key) => key.startsWith(APP));
    const values = await this.kv.getMany([...keys, SEEN]);
    const summaries = keys.flatMap((key) => readSummary(key.slice(APP.length), values[key]) ?? []);
    const removed = summaries.filter(({ removedAt }) => removedAt !== null);
    const gone =
      removed.length > 0 ? await this.age(summaries, removed, readSealed(z.number(), values[SEEN])) : new Set<string>();
    return summaries
      .filter(({ id }) => !gone.has(id))
      .sort((left, right) => right.lastEdit.localeCompare(left.lastEdit));
  }

  /** Puts an app on the shelf, changed just now. */
  shelve(definition: Definition, rows: number): Promise<AppSummary> {
    return this.put({
      id: definition.id,
      ...headOf(definition, null),
      rows,
      lastEdit: this.options.now(),
      removedAt: null,
    });
  }

  async of(appId: string): Promise<AppSummary | null> {
    return readSummary(appId, (await this.kv.getMany([APP + appId]))[APP + appId]);
  }

  async has(appId: string): Promise<boolean> {
    return (await this.kv.getAllKeys()).includes(APP + appId);
  }

  async put(summary: AppSummary): Promise<AppSummary> {
    await this.kv.setMany({ [APP + summary.id]: seal(JSON.stringify(summary)) });
    this.options.changed();
    return summary;
  }

  /** Changes an entry. Throws a Problem of code `app-gone`. */
  async change(appId: string, changes: Partial<Summary>): Promise<void> {
    const before = await this.of(appId);
    if (!before) throw new ProblemError({ code: 'app-gone' });
    const after = { ...before, ...changes };
    if (JSON.stringify(after) !== JSON.stringify(before)) await this.put(after);
  }

  remove(appId: string): Promise<void> {
    return this.change(appId, { removedAt: this.options.now(), removedFor: 0 });
  }

  /** A name like another that no app has. */
  async freeName(name: string): Promise<string> {
    const names = new Set((await this.all()).map((app) => app.name));
    let free = `${name} (copy)`.slice(0, 80);
    for (let number = 2; names.has(free); number++) free = `${name.slice(0, 70)} (copy ${number})`;
    return free;
  }

  async backedUpAt(): Promise<string | null> {
    return readSealed(z.string(), (await this.kv.getMany([BACKED_UP]))[BACKED_UP]);
  }

  async setBackedUpAt(at: string): Promise<void> {
    await this.kv.setMany({ [BACKED_UP]: seal(JSON.stringify(at)) });
    this.options.changed();
  }

  /** Counts the time since the last look towards what removed apps are kept for. The ids of those that go. */
  private async age(all: readonly Summary[], removed: readonly Summary[], seen: number | null): Promise<Set<string>> {
    const now = Date.parse(this.options.now());
    const passed = Math.max(0, Math.min(MOST_SEEN_MS, now - (seen ?? now)));
    const aged = removed.map((summary): Summary => ({ ...summary, removedFor: (summary.removedFor ?? 0) + passed }));
    const over = aged.filter(({ removedFor = 0 }) => removedFor > KEEP_REMOVED_MS);
    const kept = aged.filter((summary) => !over.includes(summary));
    await this.kv.setMany({
      [SEEN]: seal(String(now)),
      ...Object.fromEntries(kept.map((summary) => [APP + summary.id, seal(JSON.stringify(summary))])),
    });
    const ids = over.map(({ id }) => id);
    // The phones of an app go with it.
    const gone = [...ids, ...all.flatMap(({ id, phoneOf }) => (phoneOf && ids.includes(phoneOf.appId) ? [id] : []))];
    for (const id of gone) {
      await this.options.clear(id);
      await this.kv.removeMany([APP + id]);
    }
    return new Set(gone);
  }
}

const readSummary = (id: string, sealed: string | null | undefined): Summary | null =>
  sealed === null || sealed === undefined ? null : (readSealed(Summary, sealed) ?? unknownApp(id));
