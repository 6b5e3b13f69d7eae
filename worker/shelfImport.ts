import { definitionFaults, definitionProblem } from '@/core/check';
import { accents, type Definition } from '@/core/model';
import { ProblemError } from '@/core/problem';
import { type MergeRequest, MOST_TOLD, type SheetSettings } from '@/core/transfer';
import type { Task } from './bulkInsert';
import { Incoming, type ReadingOptions } from './incoming';
import { installPayload } from './install';
import type { OpenApps } from './openApps';
import type { ShelfEntries } from './shelfEntries';
import type { ShelfEnvironment } from './shelfEnvironment';

/** An import tells how far it is no more often than it can be read. */
const PROGRESS_EVERY_MS = 60;

/** The file that is being imported. */
export class ShelfImport {
  private incoming: Incoming | null = null;
  private cancelled = false;

  constructor(
    private readonly environment: ShelfEnvironment,
    private readonly apps: OpenApps,
    private readonly entries: ShelfEntries,
  ) {}

  async inspectFile(name: string, bytes: Uint8Array, asked: ReadingOptions = {}) {
    await this.forgetFile();
    this.incoming = Incoming.open(this.environment.sqlite3, this.environment.clock, name, bytes, asked);
    return this.incoming.describe();
  }
  async readSheet(index: number, settings: SheetSettings) {
    return this.file().read(index, settings);
  }
  async importAsApp(name: string, settings: SheetSettings[]) {
    const payload = this.file().payload(settings, true);
    const id = this.environment.newId();
    const taken = payload.own !== null && !(await this.entries.has(payload.own.id));
    const accent = accents[name.length % accents.length] ?? 'moss';
    const definition: Definition = payload.own
      ? { ...payload.own, id: taken ? payload.own.id : id, name }
      : { id, name, theme: { accent }, tables: payload.definition.tables };
    const faults = definitionFaults(definition);
    if (faults.length > 0) throw new ProblemError(definitionProblem(definition, faults));
    await this.running(async (task) => {
      try {
        await installPayload(this.apps.hostEnvironment(definition.id), definition, payload, task);
      } catch (error) {
        await this.apps.clear(definition.id);
        throw error;
      }
    });
    const app = await this.entries.shelve(definition, payload.total);
    // A database was copied from where it stood, and stands there no more as it was.
    await this.forgetFile();
    return {
      app,
      report: {
        inserted: payload.total,
        updated: 0,
        skipped: 0,
        refused: payload.refused.slice(0, MOST_TOLD),
        refusedCount: payload.refused.length,
        notes: payload.notes,
      },
    };
  }
  async importTables(appId: string, settings: SheetSettings[]) {
    const file = this.file();
    const payload = file.payload(settings, false);
    const host = await this.apps.host(appId);
    return this.running((task) => host.importTables(payload, file.name, this.environment.newId(), task));
  }
  async importRows(appId: string, index: number, request: MergeRequest) {
    const sheet = this.file().readAs(index, request.settings);
    const host = await this.apps.host(appId);
    return this.running((task) => host.mergeRows(sheet, request, task));
  }
  async cancelImport() {
    this.cancelled = true;
  }
  async forgetFile() {
    this.incoming?.close();
    this.incoming = null;
  }

  private file(): Incoming {
    if (!this.incoming)
      throw new ProblemError({ code: 'file-broken', place: 'the start', reason: 'no file is chosen' });
    return this.incoming;
  }

  /** Runs an import that can be stopped and tells how far it is. */
  running<T>(work: (task: Task) => Promise<T>): Promise<T> {
    this.cancelled = false;
    const { breathe, clock, emit } = this.environment;
    let told = -Infinity;
    const progress = (done: number, total: number) => {
      if (clock() - told < PROGRESS_EVERY_MS) return;
      told = clock();
      emit({ kind: 'progress', done, total });
    };
    return work({ pause: breathe, isCancelled: () => this.cancelled, progress });
  }
}
