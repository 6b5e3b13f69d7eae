import type { PlainKind } from '@/core/column';
import { type Column, type ColumnKind, columnKinds } from '@/core/model';
export const kindNames: Record<ColumnKind, string> = {
  text: 'Text',
  longText: 'Long text',
  wholeNumber: 'Whole number',
  decimal: 'Decimal',
  money: 'Money',
  yesNo: 'Yes/no',
  date: 'Date',
  time: 'Time',
  dateTime: 'Date and time',
  measure: 'Measure',
  picture: 'Picture',
  file: 'File',
  created: 'Created',
  changed: 'Changed',
  choice: 'Choice',
  barcode: 'Barcode',
  link: 'Link',
  expression: 'Computed',
};
export const kindChoices = columnKinds
  .filter((kind): kind is PlainKind => kind !== 'link' && kind !== 'expression')
  .map((value) => ({ value, label: kindNames[value] }));

/** The facts of a column in a few words, as on a label. */
export function columnFacts(column: Column, tableName: (tableId: string) => string | undefined): string {
  const facts: string[] = [kindNames[column.kind]];
  if (column.kind === 'decimal') facts.push(`${column.places} decimals`);
  if (column.kind === 'money') facts.push(column.currency);
  if (column.kind === 'measure') facts.push(`${column.quantity} in ${column.unit}`);
  if (column.kind === 'barcode') facts.push(column.symbology === 'free' ? 'any code' : column.symbology);
  if (column.kind === 'choice') facts.push(`${column.choices.length} choices`);
  if (column.kind === 'expression') facts.push(column.text);
  if (column.kind === 'link') facts.push(`to one ${tableName(column.tableId) ?? 'record'}`);
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
