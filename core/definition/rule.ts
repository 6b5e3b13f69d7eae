import type { StoredColumn } from './definition';

/** Why a value that its column can hold breaks one of the column's rules, in words, or null. `show` puts a stored value as people read it. */
export function ruleFault(column: StoredColumn, value: string | number, show: (value: string | number) => string = String): string | null {
  switch (column.kind) {
    case 'text':
    case 'longText': {
      const { minLength, maxLength } = column;
      // Characters as people count them, not UTF-16 units.
      const length = [...String(value)].length;
      if (minLength !== undefined && length < minLength) return `at least ${minLength} characters; this has ${length}`;
      if (maxLength !== undefined && length > maxLength) return `at most ${maxLength} characters; this has ${length}`;
      return column.kind === 'text' && column.pattern && !patternOf(column.pattern.expression)?.test(String(value)) ? column.pattern.message : null;
    }
    case 'wholeNumber':
    case 'decimal':
    case 'money':
    case 'measure':
    case 'date': {
      const { min, max } = column;
      if (min !== undefined && value < min) return `${show(min)} at the least`;
      if (max !== undefined && value > max) return `${show(max)} at the most`;
      return null;
    }
    default:
      return null;
  }
}

/** A pattern as it is applied: to the whole text; null where it is no regular expression. */
export function patternOf(expression: string): RegExp | null {
  try {
    return new RegExp(`^(?:${expression})$`, 'u');
  } catch {
    return null;
  }
}

/** Why the rules of a column make no sense, in words, or null. */
export function rulesFault(column: StoredColumn): string | null {
  if ((column.kind === 'text' || column.kind === 'longText') && (column.minLength ?? 0) > (column.maxLength ?? Infinity)) return 'the least length is above the greatest';
  if (column.kind === 'text' && column.pattern && !patternOf(column.pattern.expression)) return 'the pattern is no regular expression';
  if ('min' in column && column.min !== undefined && column.max !== undefined && column.min > column.max) return 'the least is above the greatest';
  return null;
}

/** The SQL condition that a stored value keeps the rules that SQL can tell, or null where there are none. */
export function ruleCondition(column: StoredColumn, sql: string): string | null {
  const parts: string[] = [];
  if (column.kind === 'text' || column.kind === 'longText') {
    if (column.minLength !== undefined) parts.push(`length(${sql}) >= ${column.minLength}`);
    if (column.maxLength !== undefined) parts.push(`length(${sql}) <= ${column.maxLength}`);
  }
  if (column.kind === 'wholeNumber' || column.kind === 'decimal' || column.kind === 'money' || column.kind === 'measure') {
    if (column.min !== undefined) parts.push(`${sql} >= ${column.min}`);
    if (column.max !== undefined) parts.push(`${sql} <= ${column.max}`);
  }
  if (column.kind === 'date') {
    if (column.min !== undefined) parts.push(`${sql} >= '${column.min}'`);
    if (column.max !== undefined) parts.push(`${sql} <= '${column.max}'`);
  }
  return parts.length === 0 ? null : parts.join(' AND ');
}
