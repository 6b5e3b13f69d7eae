import type { ValueType } from '@/core/expression';
import type { StoredColumn } from '@/core/model';
import { traitsOf } from './kinds';

/** What a stored column gives inside an expression. */
export const valueType = (column: Exclude<StoredColumn, { kind: 'link' }>): ValueType => traitsOf(column).type(column);
