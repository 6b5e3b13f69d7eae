import type { Params, RanStatement } from '@/core/driver';

const LONGEST_SHOWN = 2000;

/** Of a picture, a file or the rows of a bulk insert, a ripple tells only how long they are. */
export function withoutBulk(statement: RanStatement): RanStatement {
  const shown = ([name, value]: [string, Params[string]]): [string, Params[string]] =>
    value instanceof Uint8Array
      ? [name, `(${value.length} bytes)`]
      : typeof value === 'string' && value.length > LONGEST_SHOWN
        ? [name, `(${value.length} characters)`]
        : [name, value];
  return { ...statement, params: Object.fromEntries(Object.entries(statement.params).map(shown)) };
}
