import AsyncStorage from '@react-native-async-storage/async-storage';
import { z } from 'zod';
import { create } from 'zustand';

const Pane = z.object({ width: z.number().min(0).max(4000), folded: z.boolean() });
const Panes = z.object({ list: Pane, phone: Pane });

export type PaneId = keyof z.infer<typeof Panes>;

/** How wide the panes of the bench are, in pixels, and which are folded away; kept for the next time. */
export const usePanes = create<z.infer<typeof Panes>>(() => ({
  list: { width: 232, folded: false },
  phone: { width: 404, folded: false },
}));

const KEY = 'fern-shelf/panes';

export function keepPane(id: PaneId, pane: Partial<z.infer<typeof Pane>>): void {
  usePanes.setState((now) => ({ [id]: { ...now[id], ...pane } }));
  // Where nothing can be kept they stand so until the page is closed.
  void AsyncStorage.setItem(KEY, JSON.stringify(usePanes.getState())).catch(() => undefined);
}

/** Reads what was kept; what cannot be read is left as it is at first. */
export async function readPanes(): Promise<void> {
  try {
    const kept = Panes.safeParse(JSON.parse((await AsyncStorage.getItem(KEY)) ?? 'null'));
    if (kept.success) usePanes.setState(kept.data);
  } catch {
    // Nothing that was kept: the panes stand as they do at first.
  }
}
