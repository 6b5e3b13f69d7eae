import AsyncStorage from '@react-native-async-storage/async-storage';
import { z } from 'zod';
import { create } from 'zustand';

/** Where the first walk is: in which app, at which table, how many of its steps are behind; whether it is shown. */
const Walk = z.object({
  appId: z.string(),
  tableId: z.string(),
  /** How many columns the table had when it was made. */
  columns: z.number(),
  done: z.number().min(1).max(5),
  shown: z.boolean(),
});

type Walk = z.infer<typeof Walk>;

/** Null while nobody walks. */
export const useWalk = create<{ walk: Walk | null }>(() => ({ walk: null }));

const KEY = 'fern-shelf/walk';

/** Where nothing can be kept, the walk goes on until the page is closed. */
function keep(walk: Walk | null): void {
  useWalk.setState({ walk });
  void AsyncStorage.setItem(KEY, JSON.stringify(walk)).catch(() => undefined);
}

export const beginWalk = (app: Pick<Walk, 'appId' | 'tableId' | 'columns'>) => keep({ ...app, done: 1, shown: true });

export function changeWalk(change: Partial<Pick<Walk, 'done' | 'shown'>>): void {
  const { walk } = useWalk.getState();
  if (walk) keep({ ...walk, ...change });
}

export const endWalk = () => keep(null);

/** Takes up where the walk was left; what cannot be read is no walk. */
export async function readWalk(): Promise<void> {
  try {
    const kept = Walk.nullable().safeParse(JSON.parse((await AsyncStorage.getItem(KEY)) ?? 'null'));
    if (kept.success && !useWalk.getState().walk) useWalk.setState({ walk: kept.data });
  } catch {
    // Then nobody walks.
  }
}
