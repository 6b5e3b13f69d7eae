import { useCallback, useMemo, useRef, useState } from 'react';
import type { View } from 'react-native';
import type { CalendarRow } from './calendarRows';

/** A row on its way to another day: from which it was taken, and over which it is, or null. */
export interface DayDrag {
  row: CalendarRow;
  from: string;
  over: string | null;
}

interface Target {
  day: string;
  x: number;
  y: number;
  width: number;
  height: number;
}

/** The day whose target a point is in; of targets in one another the smaller. */
export function dayAt(targets: readonly Target[], x: number, y: number): string | null {
  const hit = targets.filter(
    (each) => x >= each.x && x < each.x + each.width && y >= each.y && y < each.y + each.height,
  );
  return hit.sort((left, right) => left.width * left.height - right.width * right.height)[0]?.day ?? null;
}

/** Rows that are dragged to another day; days register where they are. */
export function useDayDrag(onMove: (row: CalendarRow, from: string, to: string) => void) {
  const days = useRef(new Map<string, View>());
  const targets = useRef<Target[]>([]);
  const [drag, setDrag] = useState<DayDrag | null>(null);
  const current = useRef<DayDrag | null>(null);
  const set = useCallback((next: DayDrag | null) => {
    current.current = next;
    setDrag(next);
  }, []);
  const target = useCallback(
    (day: string) => (view: View | null) => {
      if (view) days.current.set(day, view);
      else days.current.delete(day);
    },
    [],
  );
  const handle = useMemo(
    () => ({
      take: (row: CalendarRow, from: string) => {
        targets.current = [];
        for (const [day, view] of days.current)
          view.measureInWindow((x, y, width, height) => targets.current.push({ day, x, y, width, height }));
        set({ row, from, over: null });
      },
      over: (x: number, y: number) => {
        const now = current.current;
        const day = dayAt(targets.current, x, y);
        if (now && day !== now.over) set({ ...now, over: day });
      },
      drop: () => {
        const now = current.current;
        set(null);
        if (now?.over && now.over !== now.from) onMove(now.row, now.from, now.over);
      },
      cancel: () => set(null),
    }),
    [onMove, set],
  );
  return { drag, target, handle };
}

export type DragHandle = ReturnType<typeof useDayDrag>['handle'];
