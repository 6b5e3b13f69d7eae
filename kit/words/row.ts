import type { ComponentType } from 'react';
import type { FieldProps, RowProps } from '../base/own';
import type { FieldSaid, RowSaid } from '@/core/compiled';
import type { Column } from '@/core/model';
import type { Said } from './columns';

/** A column; or a value that is none, as one of its kind. */
export const columnOf = (column: Column | Said): Column =>
  ('id' in column ? column : { ...column, id: 'value', identifier: 'value' }) as Column;

type Shown = Omit<FieldSaid, 'column' | 'component'> & { component?: ComponentType<FieldProps> };

/**
 * A column as a row or a record shows it; or a value that is none, as one of its kind, by what gives it. `component`
 * stands in place of its text.
 */
export const field = (column: Column | Said, how: Shown = {}): FieldSaid => ({
  column: columnOf(column),
  ...how,
});

/** `component` stands in place of what the kit draws of a row. */
type Design = Omit<RowSaid, 'shape' | 'component'> & { component?: ComponentType<RowProps> };

/** Rows one below the other. */
export const rows = (design: Design): RowSaid => ({ shape: 'rows', ...design });
/** Cards beside one another, as many `across` as there is room for. */
export const cards = (design: Design): RowSaid => ({ shape: 'cards', ...design });
/** Pictures beside one another, with what they are called. */
export const pictures = (design: Design): RowSaid => ({ shape: 'pictures', ...design });
