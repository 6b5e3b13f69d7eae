import { demoIds } from './demoIds';
import { laidApp, shippedAs, storeApp, storeParts } from './install';
import type { OpenApps } from './openApps';
import type { AppSummary } from './protocol';
import type { ShelfEntries } from './shelfEntries';
import type { ShelfEnvironment } from './shelfEnvironment';
import { accents, type Definition } from '@/core/model';
import { ProblemError } from '@/core/problem';
import { type AppFile, mendAppFile, parseAppFile } from '@/core/transfer';

const MOST_NAME = 80;

/** Puts apps on the shelf: blank ones, demos, copies, and those of files. */
export class ShelfInstall {
  private readonly laying = new Map<string, Promise<AppSummary>>();

  constructor(
    private readonly environment: ShelfEnvironment,
    private readonly opened: OpenApps,
    private readonly entries: ShelfEntries,
  ) {}

  async blank(name: string): Promise<AppSummary> {
    const id = this.environment.newId();
    const trimmed = name.trim();
    if (trimmed === '' || trimmed.length > MOST_NAME)
      throw new ProblemError({
        ...{ code: 'name', name: trimmed, what: 'app' },
        reason: trimmed === '' ? 'empty' : 'too-long',
      });
    const accent = accents[trimmed.length % accents.length] ?? 'moss';
    return this.install({
      format: 'fern-shelf-app',
      version: 1,
      definition: { id, name: trimmed, theme: { accent }, tables: [] },
    });
  }

  /** Asked for twice at once, as by a page and by the worker before it, it is laid down once. */
  demo(demo: string): Promise<AppSummary> {
    const laying = this.laying.get(demo) ?? this.layDemo(demo).finally(() => this.laying.delete(demo));
    this.laying.set(demo, laying);
    return laying;
  }

  /**
   * Lays a demo down whose id this is, unless it has been: its address is drawn before that is done, and may be left and
   * come back to meanwhile.
   */
  async layIfDemo(appId: string): Promise<void> {
    const name = Object.entries(demoIds).find(([, id]) => id === appId)?.[0];
    if (name && !(await this.entries.has(appId))) await this.demo(name);
  }

  private async layDemo(name: string): Promise<AppSummary> {
    const demo = this.environment.demo(name);
    if (!demo) throw new ProblemError({ code: 'app-gone' });
    const there = (await this.entries.all()).find((app) => app.id === demo.id && !app.removedAt);
    if (there) return there;
    const shipped = await demo.load();
    const { definition } = await this.renumbered(shipped);
    await storeParts(this.opened.hostEnvironment(definition.id), shippedAs(shipped, definition));
    return this.entries.shelve(definition, shipped.rows);
  }

  async copy(appId: string): Promise<AppSummary> {
    const file = await this.opened.withHost(appId, (host) => host.file());
    const name = await this.entries.freeName(file.definition.name);
    return this.install({ ...file, definition: { ...file.definition, id: this.environment.newId(), name } });
  }

  async file(text: string, mending: boolean): Promise<AppSummary> {
    return this.install(await this.renumbered(mending ? mendAppFile(text).file : parseAppFile(text)));
  }

  private async install(file: AppFile): Promise<AppSummary> {
    const laid = laidApp(this.environment, file);
    const { definition } = laid.document;
    await storeApp(this.opened.hostEnvironment(definition.id), laid);
    return this.entries.shelve(definition, laid.rows);
  }

  /** The same under an id of its own, where its id is already on the shelf. */
  private async renumbered<T extends { definition: Definition }>(file: T): Promise<T> {
    const taken = await this.entries.has(file.definition.id);
    return taken ? { ...file, definition: { ...file.definition, id: this.environment.newId() } } : file;
  }
}
