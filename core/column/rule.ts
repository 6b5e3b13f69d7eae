import { RE2JS } from 're2js';
import type { StoredColumn } from '@/core/model';
import { literal } from '@/core/sql';

/**
 * Why a value that its column can hold breaks one of the column's rules, in words, or null. `show` puts a stored value
 * as people read it.
 */
export function ruleFault(
  column: StoredColumn,
  value: string | number,
  show: (value: string | number) => string = String,
): string | null {
  if (column.kind === 'text' || column.kind === 'longText') {
    const { minLength, maxLength } = column;
    // Characters as people count them, not UTF-16 units.
    const length = [...String(value)].length;
    if (minLength !== undefined && length < minLength) return `at least ${minLength} characters; this has ${length}`;
    if (maxLength !== undefined && length > maxLength) return `at most ${maxLength} characters; this has ${length}`;
    return column.kind === 'text' && column.pattern && !patternOf(column.pattern.expression)?.test(String(value))
      ? column.pattern.message
      : null;
  }
  if (!('min' in column || 'max' in column)) return null;
  const { min, max } = column as { min?: string | number; max?: string | number };
  if (min !== undefined && value < min) return `${show(min)} at the least`;
  return max !== undefined && value > max ? `${show(max)} at the most` : null;
}

/** A regular expression ready to be asked whether it matches a whole text. */
export interface WholePattern {
  test(text: string): boolean;
}

const compiled = new Map<string, WholePattern | null>();

const MOST_COMPILED = 100;

/**
 * A pattern as it is applied: to the whole text; null where it is no regular expression of RE2's syntax. That engine
 * takes a time in proportion to the text, whatever the pattern: none can hang a phone. Source:
 * github.com/google/re2/wiki/Syntax
 */
export function patternOf(expression: string): WholePattern | null {
  const known = compiled.get(expression);
  if (known !== undefined) return known;
  if (compiled.size >= MOST_COMPILED) compiled.clear();
  const made = compilePattern(expression);
  compiled.set(expression, made);
  return made;
}

function compilePattern(expression: string): WholePattern | null {
  try {
    const pattern = RE2JS.compile(RE2JS.translateRegExp(expression));
    return { test: (text) => pattern.testExact(text) };
  } catch {
    return null;
  }
}

/** The SQL condition that a stored value keeps the rules that SQL can tell, or null where there are none. */
export function ruleCondition(column: StoredColumn, sql: string): string | null {
  const parts: string[] = [];
  if (column.kind === 'text' || column.kind === 'longText') {
    if (column.minLength !== undefined) parts.push(`length(${sql}) >= ${literal(column.minLength)}`);
    if (column.maxLength !== undefined) parts.push(`length(${sql}) <= ${literal(column.maxLength)}`);
  }
  const { min, max } = column as { min?: string | number; max?: string | number };
  if (min !== undefined) parts.push(`${sql} >= ${literal(min)}`);
  if (max !== undefined) parts.push(`${sql} <= ${literal(max)}`);
  return parts.length === 0 ? null : parts.join(' AND ');
}
