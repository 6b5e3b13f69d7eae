import { numberFormat } from '@/core/format';
import type { ColumnOf } from '@/core/model';
import { fromBase } from '@/core/unit';

/** A value in the SI base unit as a number of `unit`. */
export function formatMeasure(
  base: number,
  { quantity }: Pick<ColumnOf<'measure'>, 'quantity'>,
  unit: string,
  places: number,
  locale: string,
): string {
  return `${numberFormat(locale, { maximumFractionDigits: places }).format(fromBase(base, quantity, unit))} ${unit}`;
}
