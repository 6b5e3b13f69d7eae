import { z } from 'zod';
import { Starting } from '@/core/model';
import { mendDefinition } from '@/core/edit';
import { sharing, StoredReleases, Upgrade } from '@/core/release';

import type { AppDocument } from './appDocument';

/**
 * Reads a stored document in spite of what breaks a limit or rule of this version; `mends` tells what was done. Null
 * where it cannot be read so.
 */
export function readDocument(stored: unknown): { document: AppDocument; mends: string[] } | null {
  const parsed = z
    .object({
      definition: z.unknown(),
      starting: z.unknown(),
      releases: z.unknown().optional(),
      upgrade: z.unknown().optional(),
    })
    .safeParse(stored);
  const mended = parsed.success ? mendDefinition(parsed.data.definition) : null;
  if (!mended) return null;
  const starting = Starting.nullable().safeParse(parsed.data?.starting ?? null);
  // A store from before there were releases has none.
  const releases = StoredReleases.nullable().safeParse(parsed.data?.releases ?? null);
  const upgrade = Upgrade.nullable().safeParse(parsed.data?.upgrade ?? null);
  const lost = [
    ...(starting.success ? [] : ['The starting rows could not be read; they were left out']),
    ...(releases.success ? [] : ['The releases could not be read; they were left out']),
    ...(upgrade.success ? [] : ['What was said of the next upgrade could not be read; it was left out']),
  ];
  return {
    document: {
      definition: mended.definition,
      starting: starting.success ? starting.data : null,
      // What the last release has alike with the plan is known to be, at a look: every edit asks what differs.
      releases:
        releases.success && releases.data
          ? (sharing(releases.data, { newest: { definition: mended.definition } }) as StoredReleases)
          : null,
      upgrade: upgrade.success ? upgrade.data : null,
    },
    mends: [...mended.mends, ...lost],
  };
}
