import { useCallback, useMemo, useRef, useState } from 'react';
import { Gesture } from 'react-native-gesture-handler';

export const ACTION_WIDTH = 72;
const OPEN = -2 * ACTION_WIDTH;
/** A press that comes this soon after a swipe is the swipe's own end. */
const SWIPE_ENDS_MS = 350;
/** How far ahead a flick is looked at, in seconds. */
const FLICK_SECONDS = 0.15;

/** The one row of a list that is drawn aside: by how many points, and whether a finger is on it. */
export interface RowSwipe {
  id: number | null;
  shift: number;
  dragging: boolean;
}
const closed: RowSwipe = { id: null, shift: 0, dragging: false };

/** Where a row comes to rest that was let go at `shift` with this speed in points a second. */
export function restOf(shift: number, velocity: number): number {
  return shift + velocity * FLICK_SECONDS < OPEN / 2 ? OPEN : 0;
}

/**
 * The swipe of a list's rows, as one gesture on the list: a gesture in every row makes a row several times dearer to
 * draw. `idAt` tells the record at a height of the list.
 */
export function useRowSwipe(idAt: (y: number) => number | undefined) {
  const [swipe, setSwipe] = useState(closed);
  const now = useRef(swipe);
  now.current = swipe;
  const endedAt = useRef(0);
  const from = useRef(0);
  const ask = useRef(idAt);
  ask.current = idAt;

  const gesture = useMemo(
    () =>
      Gesture.Pan()
        .runOnJS(true)
        .activeOffsetX([-12, 12])
        .failOffsetY([-14, 14])
        .onStart(({ y, translationY }) => {
          const id = ask.current(y - translationY);
          if (id === undefined) return;
          from.current = now.current.id === id ? now.current.shift : 0;
          setSwipe({ id, shift: from.current, dragging: true });
        })
        .onUpdate(({ translationX }) => {
          const shift = Math.round(Math.min(0, Math.max(OPEN, from.current + translationX)));
          setSwipe((swiped) => (swiped.dragging ? { ...swiped, shift } : swiped));
        })
        .onFinalize(({ velocityX }) => {
          if (!now.current.dragging) return;
          endedAt.current = Date.now();
          setSwipe((swiped) => {
            const shift = restOf(swiped.shift, velocityX);
            return { ...swiped, shift, dragging: false };
          });
        }),
    [],
  );

  const close = useCallback(() => setSwipe((swiped) => (swiped.id === null ? swiped : closed)), []);
  /** Whether a press is only the end of a swipe, or covers an uncovered row again. */
  const takesPress = useCallback(() => {
    if (Date.now() - endedAt.current < SWIPE_ENDS_MS) return true;
    if (now.current.shift === 0) return false;
    close();
    return true;
  }, [close]);
  return { swipe, gesture, close, takesPress };
}
