import type { Own } from './own';
import { select, type Selected } from './selected';
import type { Statement } from './statement';
import type { MenuEntry } from '@/core/model';
import { sql } from '@/core/sql';

/** What says whether an entry is shown, where that is evaluated. */
interface Conditional {
  when: Selected | null;
}

export type CompiledEntry =
  | { kind: 'heading'; id: string; text: string }
  | ({ kind: 'own'; id: string } & Required<Own>)
  | (Omit<Extract<MenuEntry, { kind: 'screen' }>, 'when' | 'counted'> & Conditional & { count: Selected | null })
  | (Pick<Extract<MenuEntry, { kind: 'routine' }>, 'id' | 'kind' | 'routineId' | 'icon'> &
      Conditional & { label: string })
  | (Pick<Extract<MenuEntry, { kind: 'rows' }>, 'id' | 'kind' | 'screenId' | 'columnId' | 'icon' | 'tableId'> &
      Conditional & { statement: Statement });

export interface CompiledMenu {
  entries: CompiledEntry[];
  note: string | null;
  /** Counts and conditions of its entries, all in one row. */
  state: Statement | null;
  /** Each of those by itself, for where one of them cannot be read. */
  apart: { key: string; statement: Statement }[];
}

/** What a menu reads, by its entries. */
export function menuReads(entries: readonly CompiledEntry[]): Pick<CompiledMenu, 'state' | 'apart'> {
  const selected = entries.flatMap((entry): Selected[] => {
    if (entry.kind === 'heading' || entry.kind === 'own') return [];
    return [...(entry.when ? [entry.when] : []), ...(entry.kind === 'screen' && entry.count ? [entry.count] : [])];
  });
  const reading = (some: readonly Selected[]): Statement => sql`SELECT ${select(some)}`;
  return {
    state: selected.length === 0 ? null : reading(selected),
    apart: selected.map((each) => ({ key: each.key, statement: reading([each]) })),
  };
}
