import { produce } from 'immer';
import { create } from 'zustand';
import { useBench, worker } from '../client';
import { definitionNow, useApp } from '../useApp';
import { useEdit } from '../useEdit';
import { ownerStatement } from '@/core/compile';
import type { Definition, Screen } from '@/core/model';
import { pathTo, screensOf } from '@/core/plan';
import { rowsOf, sql } from '@/core/sql';
import type { Place } from '@/kit';

/** Whether a press in the phone chooses the part that is pressed instead of doing what it does. */
export const usePicking = create<{ picking: boolean }>(() => ({ picking: false }));

/** Changes a screen as it is by then; each change is one edit. */
export function useChange<S extends Screen>(screen: S): (change: (draft: S) => void) => void {
  const { appId, state } = useApp();
  const edit = useEdit();
  return (change) => {
    const now = screensOf(definitionNow(appId, state.definition)).list.find(({ id }) => id === screen.id) as
      S | undefined;
    edit.mutate({ edit: { kind: 'setScreen', screen: produce(now ?? screen, (draft) => void change(draft as S)) } });
  };
}

/** A copy of `items` with one of them at another place. */
export function movedTo<T extends { id: string }>(items: readonly T[], id: string, to: number): T[] {
  const moved = items.filter((item) => item.id !== id);
  const item = items.find((each) => each.id === id);
  if (item) moved.splice(to, 0, item);
  return moved;
}

/** A record of a screen's table to show it with: the first. */
export async function firstRecord(
  appId: string,
  definition: Definition,
  tableId: string,
  person: number | null,
): Promise<number | null> {
  const table = definition.tables.find(({ id }) => id === tableId);
  if (!table) return null;
  const { rows } = await worker().api.read(appId, {
    ...ownerStatement(definition, sql`SELECT "id" FROM ${rowsOf(table.identifier)} ORDER BY "id" LIMIT 1`),
    person,
  });
  return rows[0] ? Number(rows[0].id) : null;
}

/** Where a screen is shown: with the first record where it needs one; a form as for a new one. */
export async function placeOf(
  appId: string,
  definition: Definition,
  screen: Screen,
  person: number | null,
): Promise<Place> {
  if (screen.kind !== 'record') return { screenId: screen.id };
  const recordId = await firstRecord(appId, definition, screen.tableId, person);
  return recordId === null ? { screenId: screen.id } : { screenId: screen.id, recordId };
}

/** Brings the phone to a screen, on the way that people take there. */
export async function showInPhone(appId: string, definition: Definition, screenId: string): Promise<void> {
  const { list, startId } = screensOf(definition);
  const { person } = useBench.getState();
  const way = pathTo(definition, screenId) ?? [startId, screenId];
  const places = await Promise.all(
    way
      .flatMap((id) => list.filter((screen) => screen.id === id))
      .map((screen) => placeOf(appId, definition, screen, person)),
  );
  useBench.setState({ phone: null, way: places, notices: [] });
}
