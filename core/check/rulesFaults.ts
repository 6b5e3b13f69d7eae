import { patternOf } from '@/core/column';
import { type Fault, unless } from '@/core/fault';
import { isIsoDate, type StoredColumn } from '@/core/model';

/** What makes no sense in the rules of a column. */
export function rulesFaults(column: StoredColumn): Fault[] {
  const isText = column.kind === 'text' || column.kind === 'longText';
  const isDay = (day: string | undefined) => day === undefined || isIsoDate(day);
  const isCrossed = 'min' in column && column.min !== undefined && column.max !== undefined && column.min > column.max;
  return [
    ...unless(!isText || (column.minLength ?? 0) <= (column.maxLength ?? Infinity), 'lengths-crossed', {}),
    ...unless(
      column.kind !== 'text' || !column.pattern || patternOf(column.pattern.expression) !== null,
      'no-pattern',
      {},
    ),
    ...unless(column.kind !== 'date' || (isDay(column.min) && isDay(column.max)), 'no-date', {}),
    ...unless(!isCrossed, 'limits-crossed', {}),
  ];
}
