import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useKit } from '../base/context';
import { readPage } from '../data/readPage';
import { readQuery, rowsQuery } from '../data/rowsQuery';
import type { Span } from '@/core/calendar';
import { type CompiledCalendar, DAY, ID, SHOWN_NAME, UNTIL } from '@/core/compiled';
import type { Row } from '@/core/driver';

/** More rows than these are not shown at once. */
const MOST_ROWS = 300;

/** A row of a calendar: its record, and the days from which and to which it stands. */
export interface CalendarRow extends Span {
  id: number;
  name: string;
  row: Row;
}

const rowOf = (row: Row): CalendarRow => ({
  id: Number(row[ID]),
  name: String(row[SHOWN_NAME] ?? ''),
  day: String(row[DAY]),
  until: row[UNTIL] === null || row[UNTIL] === undefined ? null : String(row[UNTIL]),
  row,
});

/** How many rows stand on each day from one to another. */
export function useDayCounts({ counts }: CompiledCalendar, from: string, to: string): ReadonlyMap<string, number> {
  const { database } = useKit();
  const { data } = useQuery({
    ...rowsQuery(database, { ...counts, params: { from, to } }),
    placeholderData: keepPreviousData,
  });
  return new Map((data?.rows ?? []).map(({ day, count }) => [String(day), Number(count)]));
}

/** The rows that stand on days from one to another; null until they are read. `error`: why they cannot be. */
export function useCalendarRows(
  { rows, names, row }: CompiledCalendar,
  from: string,
  to: string,
): { rows: CalendarRow[] | null; error: unknown } {
  const { database } = useKit();
  const params = { from, to, limit: MOST_ROWS };
  const whole = { ...rows, params };
  const { data, error } = useQuery({
    ...readQuery(database, whole, () => readPage(database, row, whole, { ...names, params })),
    placeholderData: keepPreviousData,
  });
  return { rows: data?.rows.map(rowOf) ?? null, error };
}
