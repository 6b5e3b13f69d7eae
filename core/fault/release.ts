import type { WordsOf } from './words';

/** What can be wrong with the releases of an app. */
export interface ReleaseFaultData {
  'release-unreadable': { detail: string };
  'release-order': { version: string };
}

export const releaseFaultWords: WordsOf<ReleaseFaultData> = {
  'release-unreadable': ({ detail }) => `this does not lead to a plan (${detail})`,
  'release-order': ({ version }) => `release ${version} is there twice, or its schema is older than one before it`,
};
