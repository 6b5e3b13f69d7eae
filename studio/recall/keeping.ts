import { useEffect } from 'react';
import { AT_START } from '@/kit';
import type { OpenState, ReadRequest } from '@/worker';
import { isAhead } from '../ahead';
import { useBench, worker } from '../client';
import { keys, queryClient } from '../queries';
import { nameOfRead } from './recalled';
import { changesSoFar, forgetKept, keep, useRecalled } from './useRecalled';

/** Nothing has changed for so long: until then it is let go of with each change, and not made anew. */
const SOON_MS = 1500;
const MOST_READS = 20;

/** What the app that is open here has read to show its first screen; `isTouched`: somebody has done something since. */
let openHere: { appId: string; reads: Map<string, ReadRequest>; isTouched: boolean } | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;

function keepSoon(): void {
  clearTimeout(timer);
  // Where it cannot be kept, the next page waits for the app.
  timer = setTimeout(() => void keepOpen().catch(() => undefined), SOON_MS);
}

async function keepOpen(): Promise<void> {
  if (!openHere) return;
  const { appId, reads: requests } = openHere;
  const opened = queryClient.getQueryData<OpenState>(keys.app(appId));
  if (opened?.kind !== 'open' || isAhead(appId)) return;
  const changes = changesSoFar();
  const read = (request: ReadRequest) =>
    worker()
      .api.read(appId, request)
      .then(
        (result) => [{ request, result }],
        // What the plan no longer has.
        () => [],
      );
  const reads = (await Promise.all([...requests.values()].map(read))).flat();
  // What opening had to say is said once.
  const state = { ...opened.state, news: { damaged: 0, mends: [], rescued: false } };
  if (changes === changesSoFar()) await keep({ appId, state, reads });
}

/** Notes what a phone reads by itself where it begins, nobody signed in; nothing that a press asks for, such as a PIN. */
export function noteRead(appId: string, request: ReadRequest): void {
  if (openHere?.appId !== appId || openHere.isTouched) return;
  const { person, way, phone } = useBench.getState();
  if (person !== null || phone !== null || way !== AT_START || openHere.reads.size >= MOST_READS) return;
  openHere.reads.set(nameOfRead(request), request);
}

/** Lets go of what was kept whenever the worker tells of a change, and keeps the app that is open once there is quiet. */
export function useKeeping(): void {
  useEffect(() => {
    const stop = worker().subscribe(() => {
      void forgetKept().catch(() => undefined);
      keepSoon();
    });
    return () => void stop();
  }, []);
}

/** Has an app kept for the next page while it is open. */
export function useKeptWhileOpen(appId: string, isOpen: boolean): void {
  useEffect(() => {
    const { recalled } = useRecalled.getState();
    const known = recalled?.appId === appId ? recalled.reads : [];
    const reads = new Map(known.map(({ request }) => [nameOfRead(request), request]));
    const here = { appId, reads, isTouched: false };
    openHere = here;
    const touch = () => void (here.isTouched = true);
    const touches = ['click', 'keydown'] as const;
    touches.forEach((type) => window.addEventListener(type, touch, { capture: true, once: true }));
    return () => {
      openHere = null;
      touches.forEach((type) => window.removeEventListener(type, touch, { capture: true }));
    };
  }, [appId]);
  useEffect(() => (isOpen ? keepSoon() : undefined), [appId, isOpen]);
}
