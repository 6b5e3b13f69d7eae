import type { PlainKind } from '@/core/column';
import { type Column, type ColumnKind, columnKinds, type ColumnOf } from '@/core/model';
import { kindWords } from '@/core/plan';
import type { Option } from '@/ui';
import { barcode, choice } from './choice';
import { decimal, measure, money, wholeNumber } from './numbers';
import {
  changed,
  created,
  date,
  dateTime,
  expression,
  file,
  link,
  longText,
  picture,
  text,
  time,
  yesNo,
} from './plain';
import { kindLooks } from './kindLooks';
import { rating } from './rating';
import type { StudioKind } from './studioKind';

/** How each kind of column is told and described in the studio. */
const studioKinds: { [K in ColumnKind]: StudioKind<ColumnOf<K>> } = {
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

export const studioKindOf = ({ kind }: Pick<Column, 'kind'>): StudioKind<Column> =>
  studioKinds[kind] as unknown as StudioKind<Column>;

export { kindLooks };

export const kindName = (kind: ColumnKind): string => studioKinds[kind].name;

/** The kinds that a column can be given, as they are picked. */
export const kindOptions: readonly Option<PlainKind>[] = columnKinds
  .filter((kind): kind is PlainKind => kind !== 'link' && kind !== 'expression')
  .map((value) => ({
    value,
    label: kindName(value),
    icon: kindLooks[value].icon,
    hint: kindLooks[value].example,
    words: kindWords[value],
  }));

/** The facts of a column in a few words, as on a label. */
export function columnFacts(column: Column, tableName: (tableId: string) => string | undefined): string {
  const facts: string[] = [kindName(column.kind), ...studioKindOf(column).facts(column, tableName)];
  if (column.perPerson) facts.push('one for each person');
  if (column.required) facts.push('required');
  if (column.unique) facts.push('unique');
  if (column.indexed) facts.push('indexed');
  if (column.default.kind === 'today') facts.push('starts as today');
  if (column.default.kind === 'value') facts.push('has a default');
  return facts.join(', ');
}

/** What adding the same again does, in words. */
export const sameLabels = {
  refuse: 'Is refused',
  keep: 'Keeps the old record',
  update: 'Updates it',
  replace: 'Takes its place',
} as const;
