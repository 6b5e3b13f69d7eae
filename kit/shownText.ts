import { linkedName } from '@/core/compile';
import { type Column, isLink, scalarOf } from '@/core/definition';
import type { Row } from '@/core/engine';
import { type FormatSettings, formatValue } from '@/core/format';

/** What a column of a row shows: a link the name of its record, anything else its value as people read it. */
export function shownText(column: Column, row: Row, settings: FormatSettings): string {
  return isLink(column) ? String(row[linkedName(column)] ?? '') : formatValue(column, scalarOf(row[column.identifier]), settings);
}
