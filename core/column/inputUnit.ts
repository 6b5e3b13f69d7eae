import type { FormatSettings } from '@/core/format';
import type { ColumnOf } from '@/core/model';
import { unitIn } from '@/core/unit';

/** The unit that a measure is typed in. */
export const inputUnit = ({ unit }: Pick<ColumnOf<'measure'>, 'unit'>, { units = 'planned' }: FormatSettings): string =>
  unitIn(unit, units);
