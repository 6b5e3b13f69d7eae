import { chosenKit, DATABASE_PATH, laidOut, madeFiles } from '@/core/project';
import { projectOptions } from '@/core/ship';
import type { AppFile } from '@/core/transfer';
import type { HostEnvironment } from '../../worker/hostEnvironment';
import { shippedDatabase } from '../../worker/shippedDatabase';
import { projectKit } from './projectKit';

export type Content = string | Uint8Array;

/** All files of an app's project, by their paths. */
export async function projectFiles(file: AppFile, environment: HostEnvironment): Promise<Map<string, Content>> {
  const kit = chosenKit(projectOptions(file.definition), await projectKit());
  const made = await Promise.all(madeFiles(file.definition, kit).map(laidOut));
  return new Map<string, Content>([
    ...Object.entries(kit.files),
    ...made.map(({ path, text }): [string, Content] => [path, text]),
    [DATABASE_PATH, shippedDatabase(environment, file)],
  ]);
}
