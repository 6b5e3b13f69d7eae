import type { Workbox } from 'workbox-window';
import { useEffect } from 'react';
import { create } from 'zustand';

interface BuildState {
  /** Whether the studio itself is kept in this browser, so that it opens without a network. */
  isKept: boolean;
  /**
   * What came after the build that this page runs: `waiting` to be taken, or `taken` in another tab already. The page
   * goes on with its own until it is loaded again.
   */
  newer: 'waiting' | 'taken' | null;
}

export const useBuild = create<BuildState>(() => ({ isKept: false, newer: null }));

const AN_HOUR = 3_600_000;

let workbox: Workbox | undefined;
let isAsked = false;

/** Takes the newer build; the page loads again when it is there. */
export function takeNewer(): void {
  if (useBuild.getState().newer === 'taken') return window.location.reload();
  isAsked = true;
  workbox?.messageSkipWaiting();
}

/** Keeps the studio for use without a network, and notices when there is a newer one. */
async function keepStudio(): Promise<void> {
  const { Workbox } = await import('workbox-window');
  workbox = new Workbox('/sw.js');
  workbox.addEventListener('waiting', () => useBuild.setState({ newer: 'waiting' }));
  workbox.addEventListener('controlling', ({ isUpdate }) => {
    if (!isUpdate) return;
    // What is being typed in another tab is not taken away.
    if (isAsked) window.location.reload();
    else useBuild.setState({ newer: 'taken' });
  });
  await workbox.register();
  await navigator.serviceWorker.ready;
  useBuild.setState({ isKept: true });
  setInterval(() => void workbox?.update().catch(() => undefined), AN_HOUR);
}

/** After the first screen, so that it does not wait for what is kept for later ones. */
export function useKeptStudio(): void {
  useEffect(() => {
    if (__DEV__ || !('serviceWorker' in navigator)) return;
    const timer = setTimeout(() => void keepStudio().catch(() => undefined), 5000);
    return () => clearTimeout(timer);
  }, []);
}
