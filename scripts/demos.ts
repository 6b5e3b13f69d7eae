import assert from 'node:assert/strict';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { memoryStore } from '../core/store';
import { demos, theatrePast } from '../demo';
import { laidApp, unpackedApp } from '../worker/install';
import { nodeEnvironment } from './project/nodeEnvironment';
import { rehearsedPast } from '../worker/rehearsedPast';

/** Lays the demos down once, while building, so that no browser has to: each as a database and its definition. */
async function writeDemos(folder: string): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const environment = await nodeEnvironment(memoryStore());
  for (const [name, make] of Object.entries(demos)) {
    const file = make();
    const { document, database, rows } = laidApp(environment, file);
    const { definition } = document;
    const { starting } = unpackedApp(environment, { definition, database, rows }).document;
    // The starting rows that come out of the database make the same database again.
    const again = laidApp(environment, { ...file, starting: starting ?? undefined });
    assert.deepEqual(Buffer.from(again.database), Buffer.from(database));
    writeFileSync(join(folder, `${name}.sqlite`), database);
    const past = name === 'theatre' && starting ? theatrePast(definition, starting) : [];
    const releases = await rehearsedPast(nodeEnvironment, { definition, ...(starting ? { starting } : {}) }, past);
    writeFileSync(join(folder, `${name}.json`), JSON.stringify({ definition, rows, releases }));
  }
}

void writeDemos(process.argv[2] ?? 'public/demos');
