import type { FieldSaid, InputSaid, RowSaid } from '@/core/compiled';
import type { AskedColumn, Column } from '@/core/model';
import type { Said } from './columns';

/**
 * A column as a row or a record shows it; or a value that is none, as one of its kind: what it is computed from stands
 * with what the screen reads.
 */
export const field = (column: Column | Said, how: Omit<FieldSaid, 'column'> = {}): FieldSaid => ({
  column: ('id' in column ? column : { ...column, id: 'value', identifier: 'value' }) as Column,
  ...how,
});

/** A column as a form asks for it: how, and whether what it starts with, or whether it is fixed or seen, is evaluated. */
export const input = (column: AskedColumn, how: Omit<InputSaid, 'kind' | 'column'> = {}): InputSaid => ({
  kind: 'field',
  column,
  ...how,
});

type Design = Omit<RowSaid, 'shape'>;

/** Rows one below the other. */
export const rows = (design: Design): RowSaid => ({ shape: 'rows', ...design });
/** Cards beside one another, as many `across` as there is room for. */
export const cards = (design: Design): RowSaid => ({ shape: 'cards', ...design });
/** Pictures beside one another, with what they are called. */
export const pictures = (design: Design): RowSaid => ({ shape: 'pictures', ...design });
