import { Router } from 'express';
import { z } from 'zod';
import { type CatalogueEntry, codeCandidates } from '@/core/scan';
import { catalogueEntries } from './catalogueEntries';

/** How the simulated catalogue behaves, as the one who asks wants it. */
const Behaviour = z.enum(['fine', 'slow', 'silent', 'down', 'wrong']).catch('fine');
const DELAYS = { slow: 2500, silent: 30_000 } as const;

/**
 * A small stand-in for a service that knows things by their codes: `GET /catalogue/<code>?behave=slow`, and the codes
 * that it knows: `GET /catalogue`.
 */
export function catalogueRouter(entries: readonly CatalogueEntry[] = catalogueEntries()): Router {
  const known = new Map(entries.map((entry) => [entry.code, entry]));
  const router = Router();
  router.get('/catalogue', (_request, response) => void response.json(entries.map(({ code }) => code)));
  router.get('/catalogue/:code', async (request, response) => {
    const behaviour = Behaviour.parse(request.query.behave);
    response.setHeader('Cache-Control', 'no-store');
    if (behaviour === 'down') return void response.status(503).json({ error: 'the catalogue is closed' });
    if (behaviour === 'slow' || behaviour === 'silent')
      await new Promise((resolve) => setTimeout(resolve, DELAYS[behaviour]).unref());
    const found = codeCandidates(request.params.code)
      .map((code) => known.get(code))
      .find((entry) => entry !== undefined);
    if (behaviour === 'wrong')
      return void response.json({ ...(found ?? entries[0]), code: entries.find((entry) => entry !== found)?.code });
    if (!found) return void response.status(404).json({ error: 'nothing is known of this code' });
    response.json(found);
  });
  return router;
}
