import { plainDocument } from './appDocument';
import type { AppHost } from './appHost';
import { storeApp } from './install';
import type { OpenApps } from './openApps';
import { comparison } from './phoneCalls';
import type { PhoneSource } from './phoneOf';
import type { AppSummary, KeptPhone, OpenState, PhoneComparison } from './protocol';
import { headOf, type ShelfEntries } from './shelfEntries';
import type { Definition } from '@/core/model';
import { ProblemError } from '@/core/problem';

const MOST_NAME = 80;

/**
 * Phones that are kept at releases of an app. Each is an app of its own, with its database and its journal, that does not
 * stand on the shelf.
 */
export class ShelfPhones {
  constructor(
    private readonly entries: ShelfEntries,
    private readonly opened: OpenApps,
    private readonly environment: { newId: () => string; now: () => string },
  ) {}

  async of(appId: string): Promise<KeptPhone[]> {
    const all = await this.entries.phones(appId);
    return all.filter(({ removedAt }) => !removedAt).map(phoneIn);
  }

  async keep(appId: string, releaseId: string, source: PhoneSource, name: string): Promise<KeptPhone> {
    const called = assertName(name);
    const host = await this.opened.host(appId);
    const { definition, database, rows, releaseId: own } = await host.makePhone(releaseId, source);
    const id = await this.laid(definition, database, rows);
    const entry = {
      id,
      ...headOf({ ...definition, id }, null),
      rows,
      lastEdit: this.environment.now(),
      removedAt: null,
    };
    const phoneOf = { appId, releaseId: own, name: called, isPulled: typeof source === 'object' };
    return phoneIn(await this.entries.put({ ...entry, phoneOf }));
  }

  /** Stores a phone that nothing speaks of yet. Its id. */
  private async laid(definition: Definition, database: Uint8Array, rows: number): Promise<string> {
    const id = this.environment.newId();
    const document = plainDocument({ ...definition, id });
    await storeApp(this.opened.hostEnvironment(id), { document, database, rows });
    return id;
  }

  async rename(phoneId: string, name: string): Promise<void> {
    const { phoneOf } = await this.entry(phoneId);
    await this.entries.change(phoneId, { phoneOf: { ...phoneOf, name: assertName(name) } });
  }

  /** Opens a phone beside its app. */
  async open(phoneId: string): Promise<OpenState> {
    await this.entry(phoneId);
    const host = await this.opened.beside(phoneId);
    return host ? { kind: 'open', state: host.state() } : { kind: 'elsewhere' };
  }

  async remove(phoneId: string): Promise<void> {
    await this.opened.close(phoneId);
    await this.entries.remove(phoneId);
  }

  /** Upgrades a phone to a release, null: to the plan of today. `keeps`: as it was, it is kept beside. */
  async update(phoneId: string, targetId: string | null, keeps: boolean): Promise<KeptPhone> {
    const { phoneOf } = await this.entry(phoneId);
    if (phoneOf.releaseId === null) throw new ProblemError({ code: 'release-gone' });
    const app = await this.opened.host(phoneOf.appId);
    const way = await app.phoneWay(phoneOf.releaseId, targetId);
    // What cannot be kept is known before anything is changed.
    const entry = await this.entry(phoneId);
    const copy = keeps ? await this.opened.withHost(phoneId, former) : null;
    const copyId = copy && (await this.laid(copy.definition, copy.database, entry.rows));
    try {
      await this.opened.withHost(phoneId, (host) => host.updatePhone(way));
    } catch (error) {
      if (copyId !== null) await this.opened.clear(copyId);
      throw error;
    }
    if (copyId !== null) await this.entries.put({ ...entry, id: copyId });
    // What it is now was not in the file.
    await this.entries.change(phoneId, { phoneOf: { ...phoneOf, releaseId: targetId, isPulled: false } });
    await this.opened.withHost(phoneId, async (host) => void (host.isReadOnly = false));
    return phoneIn(await this.entry(phoneId));
  }

  /** How a phone differs from another, null: from the starting rows of its release. */
  async compare(phoneId: string, otherId: string | null): Promise<PhoneComparison> {
    const { phoneOf } = await this.entry(phoneId);
    const heldOf = (id: string) => this.opened.withHost(id, (host: AppHost) => host.held());
    const starting = async () => {
      if (phoneOf.releaseId === null) throw new ProblemError({ code: 'release-gone' });
      return (await this.opened.host(phoneOf.appId)).startingHeld(phoneOf.releaseId);
    };
    const [phone, other] = [await heldOf(phoneId), otherId === null ? await starting() : await heldOf(otherId)];
    return comparison(phone, other);
  }

  /** The database of a phone as it is now. */
  database(phoneId: string): Promise<Uint8Array> {
    return this.opened.withHost(phoneId, (host) => host.image());
  }

  private async entry(phoneId: string) {
    const found = await this.entries.of(phoneId);
    if (!found?.phoneOf || found.removedAt) throw new ProblemError({ code: 'app-gone' });
    return { ...found, phoneOf: found.phoneOf };
  }
}

const former = async (host: AppHost) => ({ definition: host.state().definition, database: await host.image() });

function assertName(name: string): string {
  const trimmed = name.trim();
  if (trimmed !== '' && trimmed.length <= MOST_NAME) return trimmed;
  throw new ProblemError({
    ...{ code: 'name', name: trimmed, what: 'phone' },
    reason: trimmed === '' ? 'empty' : 'too-long',
  });
}

function phoneIn({ id, rows, lastEdit, phoneOf }: AppSummary): KeptPhone {
  const { name = '', releaseId = null, isPulled = false } = phoneOf ?? {};
  return { id, name, releaseId, isPulled, rows, lastEdit };
}
