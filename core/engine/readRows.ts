import type { PreparedStatement } from '@sqlite.org/sqlite-wasm';
import type { Params, Row } from '@/core/driver';

/** Runs a statement with its parameters, and gives all its rows. */
export function readAll(statement: PreparedStatement, params: Params): Row[] {
  try {
    for (const [name, value] of Object.entries(params)) {
      const index = statement.getParamIndex(`:${name}`);
      if (index) statement.bind(index, value);
    }
    const rows: Row[] = [];
    while (statement.step()) rows.push(exactRow(statement.get({}) as Row));
    return rows;
  } finally {
    statement.reset(true);
  }
}

/**
 * A whole number beyond what JavaScript holds exactly comes as the nearest that it does: nothing else in the product
 * knows another kind of number.
 */
export const exact = (value: Row[string]): Row[string] => (typeof value === 'bigint' ? Number(value) : value);

function exactRow(row: Row): Row {
  for (const key in row) if (typeof row[key] === 'bigint') row[key] = Number(row[key]);
  return row;
}
