import type { Column, ColumnKind, ColumnOf } from '@/core/model';
import { changed, created, date, dateTime, time } from './day';
import { decimal, measure, money, wholeNumber } from './number';
import { expression, file, link, picture, yesNo } from './others';
import { rating } from './rating';
import { barcode, choice, longText, text } from './text';
import type { KindTraits } from './traits';

/** What there is to say of each kind of column. */
export const columnTraits: { [K in ColumnKind]: KindTraits<ColumnOf<K>> } = {
  text,
  longText,
  wholeNumber,
  decimal,
  money,
  yesNo,
  date,
  time,
  dateTime,
  measure,
  choice,
  rating,
  barcode,
  picture,
  file,
  created,
  changed,
  link,
  expression,
};

/** What there is to say of a column by its kind. */
export const traitsOf = <C extends Pick<Column, 'kind'>>({ kind }: C): KindTraits<Column> =>
  columnTraits[kind] as unknown as KindTraits<Column>;
