import { ProblemError } from '@/core/problem';
import type { KeyValueStore } from '@/core/store';
import { AppHost } from './appHost';
import type { HostEnvironment } from './hostEnvironment';
import { headOf, type ShelfEntries } from './shelfEntries';
import type { ShelfEnvironment } from './shelfEnvironment';
import type { TabLock } from './tabLocks';

/** The shelf's own figures follow a change after a while, once for many. */
const SUMMARIZE_AFTER_MS = 1500;

interface OpenApp {
  host: AppHost;
  lock: TabLock;
}

/** The apps that are open, each with the lock that keeps other tabs off it. */
export class OpenApps {
  private readonly opened = new Map<string, Promise<OpenApp | null>>();

  /** `shelf` is asked late: what stands on it is cleared through here. */
  constructor(
    private readonly environment: ShelfEnvironment,
    private readonly shelf: {
      entries: () => ShelfEntries;
      /** Lays a demo down that is opened by its id and was not before. */
      layIfDemo: (appId: string) => Promise<void>;
    },
  ) {}

  /** Opens one app, and closes all others; null where another tab has it. */
  async only(appId: string, takeOver: boolean): Promise<AppHost | null> {
    if (takeOver) await this.close(appId);
    for (const other of this.opened.keys()) if (other !== appId) await this.close(other);
    return (await this.opening(appId, takeOver))?.host ?? null;
  }

  /** Opens one beside what is open; null where another tab has it. */
  async beside(appId: string): Promise<AppHost | null> {
    return (await this.opening(appId, false))?.host ?? null;
  }

  /** Brings the shelf's figures of what is open up to now. */
  async updateSummaries(): Promise<void> {
    for (const [appId, opening] of this.opened) {
      const opened = await opening.catch(() => null);
      if (opened) await this.updateSummary(appId, opened.host).catch(() => undefined);
    }
  }

  async close(appId: string): Promise<void> {
    const opened = await this.opened.get(appId)?.catch(() => null);
    this.opened.delete(appId);
    if (!opened) return;
    await this.updateSummary(appId, opened.host).catch(() => undefined);
    await opened.host.close().catch(() => undefined);
    opened.lock.release();
  }

  async host(appId: string): Promise<AppHost> {
    const opened = await this.opened.get(appId);
    if (!opened) throw new ProblemError({ code: 'not-owner' });
    return opened.host;
  }

  /** Runs `use` on the app's host: the open one, or one opened for this alone. */
  async withHost<T>(appId: string, use: (host: AppHost) => Promise<T>): Promise<T> {
    const wasOpen = this.opened.has(appId);
    const opened = await this.opening(appId, false);
    if (!opened) throw new ProblemError({ code: 'not-owner' });
    try {
      return await use(opened.host);
    } finally {
      if (wasOpen) await this.updateSummary(appId, opened.host);
      else await this.close(appId);
    }
  }

  private opening(appId: string, takeOver: boolean): Promise<OpenApp | null> {
    let opening = this.opened.get(appId);
    if (!opening) {
      opening = this.openApp(appId, takeOver);
      this.opened.set(appId, opening);
      const forget = () => this.opened.get(appId) === opening && this.opened.delete(appId);
      opening.then((opened) => opened ?? forget(), forget);
    }
    return opening;
  }

  private async openApp(appId: string, takeOver: boolean): Promise<OpenApp | null> {
    await this.shelf.layIfDemo(appId);
    const summary = await this.shelf.entries().of(appId);
    if (!summary) throw new ProblemError({ code: 'app-gone' });
    const letGo = () => void this.letGo(appId);
    const { locks } = this.environment;
    const lock = takeOver ? await locks.takeOver(appId, letGo) : await locks.take(appId, letGo);
    if (!lock) return null;
    try {
      const host = await AppHost.open(this.hostEnvironment(appId), summary);
      host.isReadOnly = summary.phoneOf?.isPulled ?? false;
      return { host, lock };
    } catch (error) {
      lock.release();
      throw error;
    }
  }

  private async letGo(appId: string): Promise<void> {
    if (!this.opened.has(appId)) return;
    await this.close(appId);
    this.environment.emit({ kind: 'lost', appId, inDoubt: false });
  }

  storeOf(appId: string): KeyValueStore {
    return this.environment.storage(`fern-shelf-app-${appId}`);
  }

  hostEnvironment(appId: string): HostEnvironment {
    const { sqlite3, clock, now, newId, emit, wait } = this.environment;
    let due = false;
    const summarize = () =>
      void this.opened
        .get(appId)
        ?.then((opened) => opened && this.updateSummary(appId, opened.host))
        .catch(() => undefined);
    const summarizeSoon = () => {
      if (due) return;
      due = true;
      void wait(SUMMARIZE_AFTER_MS).then(() => {
        due = false;
        summarize();
      });
    };
    return {
      sqlite3,
      kv: this.storeOf(appId),
      token: newId(),
      clock,
      now,
      wait,
      emit: (event) => {
        emit(event);
        // What can no longer be written here is let go of.
        if (event.kind === 'lost') void this.close(appId);
        // A plan changes seldom, and a page may be left at once.
        else if (event.kind === 'state-changed') summarize();
        else summarizeSoon();
      },
    };
  }

  private async updateSummary(appId: string, host: AppHost): Promise<void> {
    const { definition } = host.state();
    const counts = await host.rowCounts();
    const rows = Object.values(counts).reduce((sum, count) => sum + count, 0);
    const lastEdit = host.lastEdit();
    await this.shelf
      .entries()
      .change(appId, { ...headOf(definition, counts), rows, ...(lastEdit ? { lastEdit } : {}) });
  }

  async clear(appId: string): Promise<void> {
    const kv = this.storeOf(appId);
    await kv.removeMany(await kv.getAllKeys());
  }
}
