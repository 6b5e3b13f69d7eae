import { formatAs, scalarOf } from '@/core/column';
import type { CompiledTotal } from '@/core/compiled';
import type { Row } from '@/core/driver';
import type { FormatSettings } from '@/core/format';

/** A total's value as people read it; nothing to evaluate over is a dash. */
export const totalText = ({ column, format, key }: CompiledTotal, row: Row, settings: FormatSettings): string =>
  formatAs(column, format, scalarOf(row[key]), settings) || '–';

/** A total with its name: "Hours 12.50". */
export const totalWords = (total: CompiledTotal, row: Row, settings: FormatSettings): string =>
  `${total.label} ${totalText(total, row, settings)}`;
