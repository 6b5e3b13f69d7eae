import { DEFAULT_FORMAT, formatDay, formatMoney, type FormatSettings, numberFormat } from '@/core/format';
import type { Column, Format, Scalar } from '@/core/model';
import { unitIn } from '@/core/unit';
import { traitsOf } from './kinds';
import { formatMeasure } from './measure';

/** A stored value as people read it; '' for a blank. */
export const formatValue = (
  column: Column,
  value: Scalar | undefined,
  settings: FormatSettings = DEFAULT_FORMAT,
): string =>
  value === null || value === undefined || value === '' ? '' : traitsOf(column).format(column, value, settings);

/** A value as a slot shows it: by the slot's own format where it suits the value, else as its kind asks. */
export function formatAs(
  column: Column,
  format: Format | undefined,
  value: Scalar | undefined,
  settings: FormatSettings,
): string {
  if (value === null || value === undefined || value === '' || !format) return formatValue(column, value, settings);
  const { locale } = settings;
  switch (format.kind) {
    case 'number':
      return typeof value === 'number'
        ? numberFormat(locale, {
            minimumFractionDigits: format.places,
            maximumFractionDigits: format.places,
            useGrouping: format.grouped,
          }).format(value)
        : formatValue(column, value, settings);
    case 'money':
      return column.kind === 'money'
        ? formatMoney(Number(value), column.currency, settings, format.display)
        : formatValue(column, value, settings);
    case 'date':
      return (
        (typeof value === 'string'
          ? formatDay(value, format.style, settings, column.kind !== 'date' && column.kind !== 'text')
          : null) ?? formatValue(column, value, settings)
      );
    case 'measure':
      return column.kind === 'measure'
        ? formatMeasure(
            Number(value),
            column,
            format.unit ?? unitIn(column.unit, settings.units ?? 'planned'),
            format.places,
            locale,
          )
        : formatValue(column, value, settings);
    case 'yesNo':
      return value === 1 ? format.yes : value === 0 ? format.no : formatValue(column, value, settings);
    case 'template':
      return format.text.replaceAll('{}', formatValue(column, value, settings));
  }
}
