import { proxy } from 'comlink';
import { doorOf } from './door';
import type { ProjectDoor, ProjectIndex } from './projectWorker';

export type { ProjectIndex };

/** A project that is being made: its archive, and the way to stop it. */
export interface ProjectRun {
  /** The zip; null where it was stopped. Fails with a Problem. */
  archive: Promise<Uint8Array | null>;
  stop(): void;
}

/** A project that is read: what is in it, and the text of each file. */
export interface ProjectReader {
  index: Promise<ProjectIndex>;
  /** Null where there is no such file. */
  text(path: string): Promise<string | null>;
  close(): void;
}

/** A worker of its own, which is there for one project alone. */
const projectWorker = () => doorOf<ProjectDoor>(new Worker(new URL('./projectWorker', window.location.href)));

/** Makes a project of an app's file. */
export function makeProject(app: Promise<string>, told: (done: number, total: number) => void): ProjectRun {
  const { ask, end } = projectWorker();
  let stop: () => void = () => undefined;
  const stopped = new Promise<null>((resolve) => (stop = () => resolve(null)));
  const made = ask(async (door) => door.zip({ app: await app }, proxy(told)));
  return { archive: Promise.race([made, stopped]).finally(end), stop };
}

/** Opens the project of an app's file to be read. */
export function readProject(app: Promise<string>): ProjectReader {
  const { ask, end } = projectWorker();
  const index = ask(async (door) => door.open({ app: await app }));
  return { index, text: (path) => index.then(() => ask((door) => door.text(path))), close: end };
}
