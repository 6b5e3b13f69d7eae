import { readFileSync } from 'node:fs';
import { chosenKit, DATABASE_PATH, databaseFiles, iconFiles, laidOut, madeFiles } from '@/core/project';
import { projectOptions } from '@/core/ship';
import { type AppFile, pastOf } from '@/core/transfer';
import type { HostEnvironment } from '../../worker/hostEnvironment';
import { releaseDatabases } from '../../worker/releaseDatabases';
import { shippedDatabase } from '../../worker/shippedDatabase';
import { renderIcons } from '../../worker/renderIcons';
import { projectKit } from './projectKit';

const RESVG = 'node_modules/@resvg/resvg-wasm/index_bg.wasm';

export type Content = string | Uint8Array;

/** All files of an app's project, by their paths. */
export async function projectFiles(file: AppFile, environment: HostEnvironment): Promise<Map<string, Content>> {
  const kit = chosenKit(projectOptions(file.definition), await projectKit());
  const made = await Promise.all(madeFiles(file.definition, kit, pastOf(file)).map(laidOut));
  const icons = await renderIcons(iconFiles(file.definition, kit.drawing), async () => readFileSync(RESVG), kit.font);
  return new Map<string, Content>([
    ...Object.entries(kit.files),
    ...made.map(({ path, text }): [string, Content] => [path, text]),
    ...icons,
    [DATABASE_PATH, shippedDatabase(environment, file)],
    ...databaseFiles(releaseDatabases(environment, file)),
  ]);
}
