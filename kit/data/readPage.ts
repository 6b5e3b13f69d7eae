import type { KitDatabase } from '../base/context';
import type { CompiledRow, ReadRequest, ReadResult } from '@/core/compiled';
import type { Row } from '@/core/driver';
import { toProblem } from '@/core/problem';

/** Names the values of a row that could not be evaluated, with spaces between. */
export const FAILED = '_failed';

/**
 * Reads one page of a list. Where an expression fails on some row (a sum grows too large, say), the whole statement
 * does: then each value is read by itself, those that fail are named in the row, and the list lives on.
 */
export async function readPage(
  database: Pick<KitDatabase, 'read'>,
  row: CompiledRow,
  request: ReadRequest,
  bare: ReadRequest,
): Promise<ReadResult> {
  try {
    return await database.read(request);
  } catch (error) {
    if (toProblem(error).code !== 'sql') throw error;
    const { rows } = await database.read(bare);
    return {
      rows: await Promise.all(rows.map((each) => readCells(database, row, each))),
      reads: { tables: {}, unknown: true },
    };
  }
}

async function readCells(database: Pick<KitDatabase, 'read'>, { cells }: CompiledRow, bare: Row): Promise<Row> {
  const row: Row = { ...bare };
  const failed: string[] = [];
  for (const { key, statement } of cells) {
    try {
      row[key] = (await database.read({ ...statement, params: { id: Number(bare.id) } })).rows[0]?.[key] ?? null;
    } catch {
      failed.push(key);
    }
  }
  if (failed.length > 0) row[FAILED] = failed.join(' ');
  return row;
}
