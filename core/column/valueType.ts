import { traitsOf } from './kinds';
import type { StoredColumn } from '@/core/model';
import type { ValueType } from '@/core/sql';

/** What a stored column gives inside an expression. */
export const valueType = (column: Exclude<StoredColumn, { kind: 'link' }>): ValueType => traitsOf(column).type(column);
