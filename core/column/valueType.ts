import type { ValueType } from '@/core/expression';
import type { StoredColumn } from '@/core/model';

/** What a stored column gives inside an expression. */
export function valueType(column: Exclude<StoredColumn, { kind: 'link' }>): ValueType {
  switch (column.kind) {
    case 'text':
    case 'longText':
    case 'choice':
    case 'barcode':
      return { kind: 'text' };
    case 'wholeNumber':
      return { kind: 'number', places: 0 };
    case 'decimal':
      return { kind: 'number', places: column.places };
    case 'money':
      return { kind: 'money', currency: column.currency };
    case 'yesNo':
      return { kind: 'yesNo' };
    case 'date':
      return { kind: 'date' };
    case 'time':
    case 'dateTime':
    case 'created':
    case 'changed':
      return { kind: 'text' };
    case 'picture':
    case 'file':
      return { kind: 'attachment' };
    case 'measure':
      return { kind: 'measure', quantity: column.quantity };
  }
}
