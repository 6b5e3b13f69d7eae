import type { ReactNode } from 'react';
import type { Definition, ScreenKind, ScreenOf, Table } from '@/core/model';

/** How one kind of screen is made and described in the studio. */
export interface StudioScreen<K extends ScreenKind> {
  /** What it is called, and what it is for. */
  name: string;
  what: string;
  /** The tables that it can be of; null where it is of none. */
  suits: ((table: Table) => boolean) | null;
  /** What a new one is called. */
  suggests(table: Table | undefined): string;
  /** A new one; `table` is one that suits. */
  blank(at: { id: string; name: string; table: Table | undefined; definition: Definition }): ScreenOf<K>;
  Editor(props: { screen: ScreenOf<K>; table: Table }): ReactNode;
}

export const anyTable = (): boolean => true;
