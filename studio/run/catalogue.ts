import { z } from 'zod';
import { catalogueAt } from '@/kit';
import { useBench } from '../client';

const PATIENCE_MS = 6000;

/** The simulated catalogue of the server. */
export const catalogue = catalogueAt(
  (code) => `/catalogue/${encodeURIComponent(code)}?behave=${useBench.getState().catalogue}`,
);

/** Codes that the catalogue knows; none where it cannot be reached. */
export async function knownCodes(): Promise<string[]> {
  try {
    const answer = await fetch('/catalogue', { signal: AbortSignal.timeout(PATIENCE_MS) });
    return z.array(z.string()).parse(await answer.json());
  } catch {
    return [];
  }
}
