import type { Column, ColumnKind, ColumnOf } from '@/core/model';
import { choice, link, yesNo } from './chosen';
import type { KitKind } from './kitKind';
import { rating } from './rating';
import { attached, barcode, date, given, longText, measure, money, number, text, time } from './typed';

/** How each kind of column is asked for and drawn. */
const kitKinds: { [K in ColumnKind]: KitKind<ColumnOf<K>> } = {
  text,
  longText,
  wholeNumber: number,
  decimal: number,
  money,
  yesNo,
  date,
  time,
  dateTime: time,
  measure,
  choice,
  rating,
  barcode,
  picture: attached,
  file: attached,
  created: given,
  changed: given,
  link,
  expression: given,
};

export const kitKindOf = ({ kind }: Pick<Column, 'kind'>): KitKind<Column> =>
  kitKinds[kind] as unknown as KitKind<Column>;
