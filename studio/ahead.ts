import { keys, queryClient } from './queries';
import type { Definition } from '@/core/model';
import type { AppState, OpenState } from '@/worker';

/** Of apps that are shown ahead: how many edits are not kept yet, and the state that was told of it meanwhile. */
const ahead = new Map<string, { edits: number; told: AppState | null }>();

/** Whether what is shown of an app is on its way to where it is kept. */
export const isAhead = (appId: string): boolean => ahead.has(appId);

/** An open app as it is shown. */
export function shownState(appId: string): AppState | null {
  const now = queryClient.getQueryData<OpenState>(keys.app(appId));
  return now?.kind === 'open' ? now.state : null;
}

/** What was told last of an open app, whether or not it is shown yet. */
export const newestState = (appId: string): AppState | null => ahead.get(appId)?.told ?? shownState(appId);

function show(appId: string, state: AppState): void {
  const opened: OpenState = { kind: 'open', state };
  queryClient.setQueryData(keys.app(appId), opened);
}

/** Shows what is told of an app; it stands back while edits are shown of which it may say nothing. */
export function takeTold(appId: string, state: AppState): void {
  const waiting = ahead.get(appId);
  if (waiting) waiting.told = state;
  else show(appId, state);
}

/**
 * Shows an app by a plan that is on its way to where it is kept; gives the app as it is then. Where that fails, what is
 * kept is shown again.
 */
export async function showAhead(appId: string, definition: Definition, keeping: Promise<AppState>): Promise<AppState> {
  const waiting = ahead.get(appId) ?? { edits: 0, told: null };
  ahead.set(appId, waiting);
  waiting.edits++;
  const state = shownState(appId);
  if (state) show(appId, { ...state, definition });
  try {
    const kept = await keeping;
    // What is answered and what is told come by ways of their own.
    if (!waiting.told || waiting.told.seq < kept.seq) waiting.told = kept;
    return kept;
  } catch (error) {
    // An app that is lost stays so.
    if (shownState(appId)) void queryClient.invalidateQueries({ queryKey: keys.app(appId) });
    throw error;
  } finally {
    waiting.edits--;
    if (waiting.edits === 0) {
      ahead.delete(appId);
      if (waiting.told && shownState(appId)) show(appId, waiting.told);
    }
  }
}
