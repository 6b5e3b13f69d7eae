import { type Column, type ColumnKind, columnKinds, type ColumnSettings } from '@/core/definition';

export const kindNames: Record<ColumnKind, string> = {
  text: 'Text',
  longText: 'Long text',
  wholeNumber: 'Whole number',
  decimal: 'Decimal',
  money: 'Money',
  yesNo: 'Yes/no',
  date: 'Date',
  choice: 'Choice',
  barcode: 'Barcode',
};
export const kindChoices = columnKinds.map((value) => ({ value, label: kindNames[value] }));

/** Settings of another kind under the same id, name and rules; what the kinds do not share begins anew. */
export function withKind({ id, name, required, unique }: Pick<ColumnSettings, 'id' | 'name' | 'required' | 'unique'>, kind: ColumnKind, choices: string[]): ColumnSettings {
  const common = { id, name, required: kind === 'yesNo' ? false : required, unique: kind === 'yesNo' ? false : unique, default: { kind: 'none' } as const };
  switch (kind) {
    case 'decimal':
      return { ...common, kind, places: 2 };
    case 'money':
      return { ...common, kind, currency: 'EUR' };
    case 'choice':
      return { ...common, kind, choices: choices.length > 0 ? choices : ['First', 'Second'] };
    case 'barcode':
      return { ...common, kind, symbology: 'EAN-13' };
    default:
      return { ...common, kind };
  }
}

/** The facts of a column in a few words, as on a label. */
export function columnFacts(column: Column): string {
  const facts: string[] = [kindNames[column.kind]];
  if (column.kind === 'decimal') facts.push(`${column.places} decimals`);
  if (column.kind === 'money') facts.push(column.currency);
  if (column.kind === 'barcode') facts.push(column.symbology === 'free' ? 'any code' : column.symbology);
  if (column.kind === 'choice') facts.push(`${column.choices.length} choices`);
  if (column.required) facts.push('required');
  if (column.unique) facts.push('unique');
  if (column.default.kind === 'today') facts.push('starts as today');
  if (column.default.kind === 'value') facts.push('has a default');
  return facts.join(', ');
}
