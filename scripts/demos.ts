import assert from 'node:assert/strict';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { compileApp } from '../core/compile';
import type { Definition, Starting } from '../core/model';
import { releasesOfFile, storedReleases } from '../core/release';
import { memoryStore } from '../core/store';
import { demos, theatrePast } from '../demo';
import { parseShipped, type Recalled } from '../studio/recall/recalled';
import { AppHost } from '../worker/appHost';
import { AppDocument, parseDocument, printDocument } from '../worker/appDocument';
import { type EngineEnvironment, openEngine } from '../worker/hostEnvironment';
import { laidApp, type ShippedApp, storeParts } from '../worker/install';
import { startingOf } from '../worker/startingRows';
import { nodeEnvironment } from './project/nodeEnvironment';
import { rehearsedPast } from '../worker/rehearsedPast';

function startingRowsOf(database: Uint8Array, environment: EngineEnvironment, definition: Definition): Starting {
  const engine = openEngine(environment, database);
  try {
    return startingOf(engine, definition);
  } finally {
    engine.close();
  }
}

/** What a page draws of a demo before its worker has opened it: its state, and who can sign in. */
async function recalledOf(app: ShippedApp): Promise<Recalled> {
  const environment = await nodeEnvironment(memoryStore());
  await storeParts(environment, app);
  const host = await AppHost.open(environment);
  const { id } = app.definition;
  const list = compileApp(app.definition).people?.list;
  const request = list && { ...list, person: null };
  const reads = request ? [{ request, result: await host.read(request) }] : [];
  const state = host.state();
  await host.close();
  return { appId: id, state, reads };
}

/** Lays the demos down once, while building, so that no browser has to: each as it is stored first. */
async function writeDemos(folder: string): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const environment = await nodeEnvironment(memoryStore());
  for (const [name, make] of Object.entries(demos)) {
    const file = make();
    const { document, database, rows } = laidApp(environment, file);
    const { definition } = document;
    const starting = startingRowsOf(database, environment, definition);
    // The starting rows that come out of the database make the same database again.
    const again = laidApp(environment, { ...file, starting });
    assert.deepEqual(Buffer.from(again.database), Buffer.from(database));
    const today = { definition, starting };
    const past = await rehearsedPast(
      nodeEnvironment,
      today,
      name === 'theatre' ? theatrePast(definition, starting) : [],
    );
    const kept = releasesOfFile(past, today);
    const releases = kept && storedReleases(kept, starting);
    const stored = printDocument({ ...document, starting, releases });
    // A browser stores it as it comes, and reads it by this when it is opened.
    AppDocument.parse(parseDocument(stored));
    writeFileSync(join(folder, `${name}.sqlite`), database);
    writeFileSync(join(folder, `${name}.json`), stored);
    // A page can begin with this one alone, at /demo.
    if (name !== 'theatre') continue;
    const recalled = await recalledOf({ definition, document: stored, database, rows });
    writeFileSync(join(folder, `${name}.recalled.json`), JSON.stringify(parseShipped(recalled)));
  }
}

void writeDemos(process.argv[2] ?? 'public/demos');
