import type { CompiledRow } from './row';
import type { Statement } from './statement';
import type { CalendarView } from '@/core/calendar';
import type { AskedColumn } from '@/core/model';

/** The date that a row stands at, and the one that it reaches to or null, as the statements of a calendar give them. */
export const DAY = '_day';

export const UNTIL = '_until';

export interface CompiledCalendar {
  tableId: string;
  /** The date that rows stand at, and the one that they reach to. */
  day: AskedColumn;
  until: AskedColumn | null;
  view: CalendarView;
  add: boolean;
  recordScreenId?: string | undefined;
  formScreenId?: string | undefined;
  row: CompiledRow;
  /** How many rows there are on each day from `from` to `to` that has any: `day`, `count`. */
  counts: Statement;
  /** At most `limit` rows that stand on a day from `from` to `to`, in the order of their days. */
  rows: Statement;
  /** The same, with nothing but their names and days. */
  names: Statement;
}
