import assert from 'node:assert/strict';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Definition, Starting } from '../core/model';
import { releasesOfFile, storedReleases } from '../core/release';
import { memoryStore } from '../core/store';
import { demos, theatrePast } from '../demo';
import { AppDocument, parseDocument, printDocument } from '../worker/appDocument';
import { type EngineEnvironment, openEngine } from '../worker/hostEnvironment';
import { laidApp } from '../worker/install';
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

/** Lays the demos down once, while building, so that no browser has to: each as it is stored first. */
async function writeDemos(folder: string): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const environment = await nodeEnvironment(memoryStore());
  for (const [name, make] of Object.entries(demos)) {
    const file = make();
    const { document, database } = laidApp(environment, file);
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
  }
}

void writeDemos(process.argv[2] ?? 'public/demos');
