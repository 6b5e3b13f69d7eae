import { ProblemError } from '@/core/problem';

/**
 * What a store needs of AsyncStorage. Each call is one atomic step: all of it is there afterwards, or none; what is
 * read stood there at one moment. A call that fails may have had its effect.
 */
export interface KeyValueStore {
  getMany(keys: string[]): Promise<Record<string, string | null>>;
  setMany(entries: Record<string, string>): Promise<void>;
  removeMany(keys: string[]): Promise<void>;
  getAllKeys(): Promise<string[]>;
}

/** Comes back after so many milliseconds. */
export type Wait = (milliseconds: number) => Promise<void>;

/** A store's failure as a Problem: full, or refused for another reason. */
export function storeProblem(error: unknown): ProblemError {
  if (error instanceof ProblemError) return error;
  const detail = error instanceof Error ? `${error.name} ${error.message}` : String(error);
  return new ProblemError(
    /quota|disk|space|full/i.test(detail) ? { code: 'store-full' } : { code: 'store-failed', detail },
  );
}

/** The same store with its failures as Problems. */
export function guarded(kv: KeyValueStore): KeyValueStore {
  const told = async <T>(call: Promise<T>): Promise<T> => {
    try {
      return await call;
    } catch (error) {
      throw storeProblem(error);
    }
  };
  return {
    getMany: (keys) => told(kv.getMany(keys)),
    setMany: (entries) => told(kv.setMany(entries)),
    removeMany: (keys) => told(kv.removeMany(keys)),
    getAllKeys: () => told(kv.getAllKeys()),
  };
}
