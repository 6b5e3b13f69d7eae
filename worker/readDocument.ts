import { z } from 'zod';
import { mendDefinition } from '@/core/edit';
import { Starting } from '@/core/transfer';
import type { AppDocument } from './appDocument';

/**
 * Reads a stored document in spite of what breaks a limit or rule of this version; `mends` tells what was done. Null
 * where it cannot be read so.
 */
export function readDocument(stored: unknown): { document: AppDocument; mends: string[] } | null {
  const parsed = z.object({ definition: z.unknown(), starting: z.unknown() }).safeParse(stored);
  const mended = parsed.success ? mendDefinition(parsed.data.definition) : null;
  if (!mended) return null;
  const starting = Starting.nullable().safeParse(parsed.data?.starting ?? null);
  const lost = starting.success ? [] : ['The starting rows could not be read; they were left out'];
  return {
    document: { definition: mended.definition, starting: starting.success ? starting.data : null },
    mends: [...mended.mends, ...lost],
  };
}
