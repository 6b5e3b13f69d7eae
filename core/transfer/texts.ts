import type { Cell } from './sheet';
import { type DateOrder } from '@/core/column';

/**
 * The filled cells of a column, trimmed: each different text once, with how often it is there. Most columns repeat
 * themselves.
 */
export interface Texts {
  different: readonly string[];
  counts: readonly number[];
  total: number;
  /** For each row which of the different texts it holds, or -1 for a blank. */
  at: Int32Array;
}

export function textsOf(cells: readonly Cell[]): Texts {
  const known = new Map<string, number>();
  const different: string[] = [];
  const counts: number[] = [];
  const at = new Int32Array(cells.length).fill(-1);
  let total = 0;
  for (let row = 0; row < cells.length; row++) {
    const text = textOf(cells[row] ?? null).trim();
    if (text === '') continue;
    let index = known.get(text);
    if (index === undefined) {
      index = different.push(text) - 1;
      known.set(text, index);
      counts.push(0);
    }
    (counts[index] as number)++;
    at[row] = index;
    total++;
  }
  return { different, counts, total, at };
}

/** A cell as text. */
export const textOf = (cell: Cell): string => (cell === null ? '' : String(cell));

/** A kind is taken where at most one in twenty cells does not suit it. */
const MOST_DOUBTFUL = 0.05;

export const isMostly = ({ different, counts, total }: Texts, test: (text: string) => boolean): boolean => {
  let not = 0;
  const most = total * MOST_DOUBTFUL;
  for (let index = 0; index < different.length; index++)
    if (!test(different[index] as string) && (not += counts[index] as number) > most) return false;
  return total > 0;
};

export function distinctReadings(
  { different, counts }: Texts,
  orders: readonly DateOrder[],
  read: (text: string, order: DateOrder) => string | null,
): DateOrder[] {
  const readings = orders.map((order) => {
    const dates = different.map((text) => read(text, order));
    return {
      order,
      key: dates.join(),
      fit: dates.reduce((sum, date, index) => sum + (date === null ? 0 : (counts[index] ?? 0)), 0),
    };
  });
  const best = Math.max(0, ...readings.map(({ fit }) => fit));
  const seen = new Set<string>();
  return readings.flatMap(({ order, key, fit }) => {
    if (seen.has(key) || fit < best) return [];
    seen.add(key);
    return [order];
  });
}
