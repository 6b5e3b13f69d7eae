import type { Patch } from 'immer';
import type { Engine } from '@/core/engine';
import { ProblemError } from '@/core/problem';
import {
  type Build,
  createStore,
  type FormerContents,
  fromBase64,
  type JournalEntry,
  type OpenedStore,
  openStore,
  readFormer,
} from '@/core/store';
import { AppDocument, parseDocument, patchDocument, printDocument } from './appDocument';
import { type HostEnvironment, openEngine } from './hostEnvironment';

/** A database with the document beside it, as they are stored. */
export interface Stored {
  engine: Engine;
  document: unknown;
}

/** Builds an app from a snapshot and the entries after it, as far as those replay. */
export function buildApp(environment: HostEnvironment): Build<Stored> {
  return (parts, entries) => {
    const document = parseDocument(parts.document as Uint8Array);
    const engine = openEngine(environment, parts.database ?? null);
    const stored = { engine, document };
    const failed = entries.findIndex((entry) => !replayed(stored, entry));
    return { value: stored, replayed: failed < 0 ? entries.length : failed };
  };
}

/** Does again what an entry did; false, with nothing done, where that is not possible. */
function replayed(stored: Stored, entry: JournalEntry): boolean {
  const { engine, document } = stored;
  try {
    if (entry.kind === 'rows') engine.applyChangeSet(fromBase64(entry.changeSet)).commit();
    else {
      const next = patchDocument(document, entry.patches as Patch[]);
      if (entry.statements.length > 0) engine.migrate(entry.statements).commit();
      stored.document = next;
    }
    return true;
  } catch {
    return false;
  }
}

/** Opens what is stored of an app and becomes its owner. Throws a Problem of code `app-gone` where nothing is. */
export async function openStored(environment: HostEnvironment): Promise<OpenedStore<Stored>> {
  const { kv, token, wait } = environment;
  await takeOverFormer(environment);
  const opened = await openStore(kv, token, wait, buildApp(environment));
  if (!opened) throw new ProblemError({ code: 'app-gone' });
  return opened;
}

/** Lays a store of format 1 down anew, with all that was acknowledged in it; its history ends there. */
async function takeOverFormer(environment: HostEnvironment): Promise<void> {
  const former = await readFormer(environment.kv);
  if (!former) return;
  const { engine, document } = builtFormer(environment, former);
  try {
    await createStore(
      environment.kv,
      `${environment.token}.former`,
      environment.wait,
      { database: engine.export(), document: printDocument(document) },
      former.last,
    );
  } finally {
    engine.close();
  }
}

export function builtFormer(
  environment: HostEnvironment,
  { database, definition, starting, entries }: FormerContents,
): { engine: Engine; document: AppDocument } {
  const engine = openEngine(environment, database);
  let plan: unknown = JSON.parse(definition);
  for (const entry of entries) {
    try {
      if (entry.kind === 'rows') engine.applyChangeSet(fromBase64(entry.changeSet)).commit();
      if (entry.kind !== 'plan') continue;
      const next = patchDocument(plan, entry.patches as Patch[]);
      if (entry.statements.length > 0) engine.migrate(entry.statements).commit();
      plan = next;
    } catch {
      break;
    }
  }
  return {
    engine,
    document: {
      definition: plan,
      starting: starting === null ? null : JSON.parse(starting),
      releases: null,
      upgrade: null,
    } as AppDocument,
  };
}
