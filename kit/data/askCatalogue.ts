import { ProblemError } from '@/core/problem';
import { CatalogueEntry, codeCandidates } from '@/core/scan';
import type { KitCatalogue } from '../base/context';

/** Nobody with a scanner in the hand waits longer. */
const PATIENCE_MS = 6000;

type Reason = 'down' | 'slow' | 'wrong' | 'none';
export const catalogueFailed = (reason: Reason, detail = ''): ProblemError =>
  new ProblemError({ code: 'catalogue', reason, detail });

/** A catalogue that answers over HTTP: `addressOf` says where it is asked about a code. 404 is that it knows nothing. */
export const catalogueAt = (addressOf: (code: string) => string): KitCatalogue => ({
  async ask(code) {
    const answer = await inTime(addressOf(code));
    if (answer.status === 404) return null;
    if (!answer.ok) throw catalogueFailed('down');
    const read = CatalogueEntry.safeParse(await answer.json().catch(() => null));
    if (!read.success) throw catalogueFailed('wrong', 'it is not what a catalogue says');
    // An answer about something else would put a wrong name on a right code.
    if (!codeCandidates(read.data.code).some((each) => codeCandidates(code).includes(each)))
      throw catalogueFailed('wrong', `it is about the code ${read.data.code}`);
    return read.data;
  },
});

async function inTime(address: string): Promise<Response> {
  // A phone's engine has no AbortSignal.timeout.
  const patience = new AbortController();
  const timer = setTimeout(() => patience.abort(), PATIENCE_MS);
  try {
    return await fetch(address, { signal: patience.signal });
  } catch {
    throw catalogueFailed(patience.signal.aborted ? 'slow' : 'down');
  } finally {
    clearTimeout(timer);
  }
}
