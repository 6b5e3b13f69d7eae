import type { ReactNode } from 'react';
import type { Place } from '../base/context';
import type { CompiledScreenOf, CompiledTable } from '@/core/compiled';
import type { ScreenKind } from '@/core/model';

export interface ScreenProps<S> {
  screen: S;
  /** The table whose records it shows; of a screen of none there is none. */
  table: CompiledTable;
  place: Place;
}

/** What shows each kind of screen. */
export type ScreensByKind = { [K in ScreenKind]: (props: ScreenProps<CompiledScreenOf<K>>) => ReactNode };
