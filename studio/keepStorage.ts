import AsyncStorage from '@react-native-async-storage/async-storage';

const ASKED = 'fern-shelf/asked-to-keep';
let isSeenTo = false;

/** Asks the browser to promise that it keeps what is stored here (Storage Standard, `persist`). Whether it does. */
export async function askToKeep(): Promise<boolean> {
  isSeenTo = true;
  await AsyncStorage.setItem(ASKED, 'yes');
  return navigator.storage.persist();
}

/**
 * Asks once of its own accord, when something was saved that would be missed: some browsers ask the person, and nobody
 * is asked twice.
 */
export async function askToKeepOnce(): Promise<void> {
  if (isSeenTo) return;
  isSeenTo = true;
  if (!(await navigator.storage.persisted()) && (await AsyncStorage.getItem(ASKED)) === null) await askToKeep();
}
