import { useMutation } from '@tanstack/react-query';
import { drawn, drawnOrHidden } from './afterPaint';
import { showAhead, shownState } from './ahead';
import { worker } from './client';
import { sayProblem } from './Toasts';
import { useApp } from './useApp';
import { applyEdit, type Edit } from '@/core/edit';
import type { Definition, Fills } from '@/core/model';
import { type Impact, impactProbes } from '@/core/schema';
import type { AppState } from '@/worker';

interface Making {
  edit: Edit;
  fills?: Fills;
  /** Also where what it was pressed in has closed meanwhile, as it does with what it removes. */
  onKept?: (kept: AppState) => void;
}

/** Makes an edit of the plan; a problem is said in words. */
export function useEdit() {
  const { appId } = useApp();
  return useMutation({
    mutationFn: ({ edit, fills = {} }: Making) => makeEdit(appId, edit, fills),
    onSuccess: (kept, { onKept }) => onKept?.(kept),
    onError: sayProblem,
  });
}

/** Whether there is anything to ask the rows before an edit leads from one plan to another. */
const asksRows = (before: Definition, after: Definition, fills: Fills): boolean =>
  Object.keys(fills).length > 0 || impactProbes(before, after, fills).length > 0;

/** What an edit would do to the rows, which are asked only where it can do anything. Throws where it cannot stand. */
export async function impactsOf(appId: string, edit: Edit): Promise<Impact[]> {
  const before = shownState(appId)?.definition;
  const isAsked = !before || asksRows(before, applyEdit(before, edit).definition, {});
  return isAsked ? worker().api.previewEdit(appId, edit, {}) : [];
}

/**
 * An edit that no row can stand in the way of shows with the next frame, then is kept; any other shows when it is kept.
 * Ended when it is kept and drawn: what the studio then does (a sheet closes) comes after it.
 */
async function makeEdit(appId: string, edit: Edit, fills: Fills): Promise<AppState> {
  const before = shownState(appId)?.definition;
  const after = before && applyEdit(before, edit).definition;
  const isAsked = !after || asksRows(before, after, fills);
  // What is kept beside it would slow the frame that shows it.
  if (!isAsked) worker().hold(drawnOrHidden());
  // Whatever the phone reads by the new plan is asked after it: the worker takes calls in their order.
  const keeping = worker().api.edit(appId, edit, fills);
  if (!isAsked) {
    const [kept] = await Promise.all([showAhead(appId, after, keeping), drawn()]);
    return kept;
  }
  const kept = await keeping;
  await drawn();
  return kept;
}
