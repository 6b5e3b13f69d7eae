import type { Definition, Scalar } from '@/core/model';

/** The rows of one table as files have them: column ids, and rows that begin with their id. */
export interface Rows {
  columns: readonly string[];
  rows: readonly (readonly Scalar[])[];
}

/** A plan with the rows that stand in it, by table id; `aside`: values that were kept apart. */
export interface Held {
  definition: Pick<Definition, 'tables' | 'people'>;
  rows: Readonly<Record<string, Rows>>;
  aside?: Aside;
}

/** Values by the id of their column, then by the id of their row. */
export type Aside = ReadonlyMap<string, ReadonlyMap<number, Scalar>>;
