import type { CompiledList } from './list';
import type { CompiledTotal } from './slot';
import type { Statement } from './statement';
import type { Column, ReportScreen } from '@/core/model';

export interface CompiledReport extends Pick<ReportScreen, 'chart' | 'step' | 'order'> {
  tableId: string;
  /** What a group is, for formatting: with a `step` its value is the beginning of an ISO 8601 date. */
  group: Column;
  value: CompiledTotal;
  /** Its groups: `group`, `value` and `count`, at most as many as asked for. */
  statement: Statement;
  /** The rows of one group. */
  list: CompiledList;
}
