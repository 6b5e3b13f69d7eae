import { z } from 'zod';
import { ProblemError } from '@/core/problem';
import { CatalogueEntry, codeCandidates } from '@/core/scan';
import type { KitCatalogue } from '@/kit';
import { useBench } from '../client';

/** Nobody with a scanner in the hand waits longer. */
const PATIENCE_MS = 6000;

const failed = (reason: 'down' | 'slow' | 'wrong', detail = ''): ProblemError =>
  new ProblemError({ code: 'catalogue', reason, detail });

/** The simulated catalogue of the server. */
export const catalogue: KitCatalogue = {
  async ask(code) {
    const { catalogue: behave } = useBench.getState();
    let answer: Response;
    try {
      answer = await fetch(`/catalogue/${encodeURIComponent(code)}?behave=${behave}`, {
        signal: AbortSignal.timeout(PATIENCE_MS),
      });
    } catch (error) {
      throw failed(error instanceof DOMException && error.name === 'TimeoutError' ? 'slow' : 'down');
    }
    if (answer.status === 404) return null;
    if (!answer.ok) throw failed('down');
    const read = CatalogueEntry.safeParse(await answer.json().catch(() => null));
    if (!read.success) throw failed('wrong', 'it is not what a catalogue says');
    // An answer about something else would put a wrong name on a right code.
    if (!codeCandidates(read.data.code).some((each) => codeCandidates(code).includes(each)))
      throw failed('wrong', `it is about the code ${read.data.code}`);
    return read.data;
  },
};

/** Codes that the catalogue knows; none where it cannot be reached. */
export async function knownCodes(): Promise<string[]> {
  try {
    const answer = await fetch('/catalogue', { signal: AbortSignal.timeout(PATIENCE_MS) });
    return z.array(z.string()).parse(await answer.json());
  } catch {
    return [];
  }
}
