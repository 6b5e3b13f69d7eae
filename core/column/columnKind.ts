import type { Column, ColumnKind } from '@/core/model';
/** A column as the developer describes it; identifiers follow from names. */
export type ColumnSettings = Column extends infer C
  ? C extends Column
    ? Omit<C, 'identifier' | 'inverseIdentifier'>
    : never
  : never;

/** The kinds that a column can be changed to; a link is made as one. */
export type PlainKind = Exclude<ColumnKind, 'link' | 'expression'>;

/** Settings of another kind under the same id, name and rules; what the kinds do not share begins anew. */
export function withKind(
  {
    id,
    name,
    required,
    unique,
    indexed,
    perPerson,
  }: Pick<ColumnSettings, 'id' | 'name' | 'required' | 'unique' | 'indexed' | 'perPerson'>,
  kind: PlainKind,
  choices: readonly string[] = [],
): Exclude<ColumnSettings, { kind: 'link' | 'expression' }> {
  const common = {
    id,
    name,
    required: kind === 'yesNo' ? false : required,
    unique: kind === 'yesNo' ? false : unique,
    default: { kind: 'none' } as const,
    ...(indexed ? { indexed } : {}),
    ...(perPerson && kind !== 'created' && kind !== 'changed' ? { perPerson } : {}),
  };
  switch (kind) {
    case 'decimal':
      return { ...common, kind, places: 2 };
    case 'money':
      return { ...common, kind, currency: 'EUR' };
    case 'measure':
      return { ...common, kind, quantity: 'length', unit: 'cm', places: 1 };
    case 'created':
    case 'changed':
      return { ...common, required: false, unique: false, kind };
    case 'picture':
    case 'file':
      return { ...common, unique: false, kind };
    case 'choice':
      return { ...common, kind, choices: choices.length > 0 ? [...choices] : ['First', 'Second'] };
    case 'barcode':
      return { ...common, kind, symbology: 'EAN-13' };
    default:
      return { ...common, kind };
  }
}
