import { guarded, type KeyValueStore } from './keyValueStore';
import { ASIDE } from './layout';
import { seal, unseal } from './seal';

/** Puts a text aside under a name, for somebody to take away. */
export function putAside(store: KeyValueStore, name: string, text: string): Promise<void> {
  return guarded(store).setMany({ [ASIDE + name]: seal(text) });
}

/** All that was put aside, by its name: what could not be read or replayed, as it was stored. */
export async function readAside(store: KeyValueStore): Promise<Record<string, string>> {
  const kv = guarded(store);
  const values = await kv.getMany((await kv.getAllKeys()).filter((key) => key.startsWith(ASIDE)));
  return Object.fromEntries(
    Object.entries(values).map(([key, value]) => [key.slice(ASIDE.length), unseal(value) ?? value ?? '']),
  );
}

/** Everything that is stored, as it is, by its key: to be taken away where nothing else is left. */
export async function readRaw(store: KeyValueStore): Promise<Record<string, string | null>> {
  const kv = guarded(store);
  return kv.getMany(await kv.getAllKeys());
}
