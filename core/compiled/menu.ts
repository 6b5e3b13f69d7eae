import type { Statement } from './statement';
import type { MenuEntry } from '@/core/model';

export type CompiledEntry =
  | { kind: 'heading'; id: string; text: string }
  | (Omit<Extract<MenuEntry, { kind: 'screen' }>, 'when' | 'counted'> & {
      countKey: string | null;
      whenKey: string | null;
    })
  | (Pick<Extract<MenuEntry, { kind: 'routine' }>, 'id' | 'kind' | 'routineId' | 'icon'> & {
      label: string;
      whenKey: string | null;
    })
  | (Pick<Extract<MenuEntry, { kind: 'rows' }>, 'id' | 'kind' | 'screenId' | 'columnId' | 'icon' | 'tableId'> & {
      whenKey: string | null;
      statement: Statement;
    });

export interface CompiledMenu {
  entries: CompiledEntry[];
  note: string | null;
  /** Counts and conditions of its entries, all in one row. */
  state: Statement | null;
  /** Each of those by itself, for where one of them cannot be read. */
  apart: { key: string; statement: Statement }[];
}
