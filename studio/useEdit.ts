import { useMutation } from '@tanstack/react-query';
import { drawn } from './afterPaint';
import { showAhead, shownState } from './ahead';
import { worker } from './client';
import { sayProblem } from './Toasts';
import { useApp } from './useApp';
import { applyEdit, type Edit } from '@/core/edit';
import type { Fills } from '@/core/model';
import { impactProbes } from '@/core/schema';
import type { AppState } from '@/worker';

/** Makes an edit of the plan; a problem is said in words. */
export function useEdit() {
  const { appId } = useApp();
  return useMutation({
    mutationFn: ({ edit, fills = {} }: { edit: Edit; fills?: Fills }) => makeEdit(appId, edit, fills),
    onError: sayProblem,
  });
}

/**
 * An edit that no row can stand in the way of shows with the next frame, then is kept; any other shows when it is kept.
 * Ended when it is kept and drawn: what the studio then does (a sheet closes) comes after it.
 */
async function makeEdit(appId: string, edit: Edit, fills: Fills): Promise<AppState> {
  const before = shownState(appId)?.definition;
  const after = before && applyEdit(before, edit).definition;
  // Whatever the phone reads by the new plan is asked after it: the worker takes calls in their order.
  const keeping = worker().api.edit(appId, edit, fills);
  const isAsked = !after || Object.keys(fills).length > 0 || impactProbes(before, after).length > 0;
  if (!isAsked) {
    const [kept] = await Promise.all([showAhead(appId, after, keeping), drawn()]);
    return kept;
  }
  const kept = await keeping;
  await drawn();
  return kept;
}
