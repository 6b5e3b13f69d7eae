import AsyncStorage from '@react-native-async-storage/async-storage';
import { create } from 'zustand';
import type { ReadRequest, ReadResult } from '@/worker';
import {
  appAt,
  nameOfRead,
  parseKept,
  parseShipped,
  printKept,
  type Recalled,
  RECALLED,
  RECALLED_KEY,
} from './recalled';

declare global {
  /** What the build ships of the demo's first screen, where the page begins with that and nothing was ever kept. */
  var fernRecalled: Promise<Response | undefined> | undefined;
}

interface Recall {
  /** What the page has begun with, until that is open; null where it has not been recalled. */
  recalled: Recalled | null;
}

export const useRecalled = create<Recall>(() => ({ recalled: null }));

/** The scripts that the page began with, which are called by what they hold. */
const build = typeof document === 'undefined' ? '' : [...document.scripts].map(({ src }) => src).join(' ');

async function recall(): Promise<Recalled | null> {
  const appId = typeof location === 'undefined' || __DEV__ ? null : appAt(location.pathname);
  if (appId === null) return null;
  const text = await AsyncStorage.getItem(RECALLED_KEY + appId);
  if (text !== null) return parseKept(build, appId, text);
  const shipped = await globalThis.fernRecalled;
  return shipped?.ok ? parseShipped(await shipped.json()) : null;
}

/** What is recalled of the app that the page begins with, also to be found in `useRecalled` by then. */
export const recalling: Promise<Recalled | null> = recall().then(
  (found) => {
    const recalled = found && { ...found, state: { ...found.state, generation: RECALLED } };
    useRecalled.setState({ recalled });
    return recalled;
  },
  () => null,
);

/** The app is open, or cannot be opened: from now on it speaks for itself. */
export const endRecall = (): void => useRecalled.setState({ recalled: null });

/** The answer to what is read before the app is open; null where it has to be waited for. */
export function recalledRead(request: ReadRequest): ReadResult | null {
  const name = nameOfRead(request);
  const read = useRecalled.getState().recalled?.reads.find((each) => nameOfRead(each.request) === name);
  return read?.result ?? null;
}

/** How often something was let go of: what was read before is not kept after it. */
let changes = 0;
export const changesSoFar = (): number => changes;

/**
 * Something has changed: nothing that was kept is drawn again. What stays is the bare key: that there was something, so
 * that the demo is not drawn as it ships for whoever has changed it.
 */
export async function forgetKept(): Promise<void> {
  changes++;
  const kept = (await AsyncStorage.getAllKeys()).filter((key) => key.startsWith(RECALLED_KEY) && key !== RECALLED_KEY);
  if (kept.length > 0) await AsyncStorage.removeMany(kept);
  await AsyncStorage.setItem(RECALLED_KEY, '');
}

/** Keeps it for the next page, instead of what was kept of another app. */
export async function keep(recalled: Recalled): Promise<void> {
  await forgetKept();
  const text = printKept(build, recalled);
  if (text !== null) await AsyncStorage.setItem(RECALLED_KEY + recalled.appId, text);
}
