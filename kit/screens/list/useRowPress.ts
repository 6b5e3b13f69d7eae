import { useCallback, useRef } from 'react';
import type { ListRows } from '../../data/useRows';
import { type ListBehaviour, SHOWN_NAME } from '@/core/compiled';

/** A row that is pressed: its record, and its place in the list. */
export interface PressedRow {
  id: number;
  name: string;
  index: number;
}

interface RowActs {
  open(id: number, index: number): void;
  edit(id: number): void;
  /** Set while records are being chosen: a tap does so. */
  toggle: ((id: number, name: string) => void) | null;
  choose(id: number, name: string): void;
  collect(row: { id: number; name: string }): void;
  /** Shows what can be done with a row. */
  act(row: PressedRow): void;
}

/** What a tap on a row and a long press do, as the list is designed. */
export function useRowPress({ tap, hold: held }: ListBehaviour, rows: ListRows, acts: RowActs) {
  // Rows keep the same functions from one rendering to the next, or each would be drawn anew.
  const latest = useRef({ rows, acts, tap, held });
  latest.current = { rows, acts, tap, held };
  const press = useCallback((id: number, index: number) => {
    const now = latest.current;
    const name = String(now.rows.rowAt(index)?.[SHOWN_NAME] ?? '');
    if (now.acts.toggle) return now.acts.toggle(id, name);
    switch (now.tap) {
      case 'collect':
        return now.acts.collect({ id, name });
      case 'record':
        return now.acts.open(id, index);
      case 'form':
        return now.acts.edit(id);
      case 'actions':
        return now.acts.act({ id, name, index });
      case 'none':
        return;
    }
  }, []);
  const hold = useCallback((row: PressedRow) => {
    const now = latest.current;
    if (now.held === 'actions') now.acts.act(row);
    else if (now.held === 'form') now.acts.edit(row.id);
    else if (now.held === 'select') now.acts.choose(row.id, row.name);
  }, []);
  return { press, hold };
}
