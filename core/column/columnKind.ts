import type { Column, ColumnKind } from '@/core/model';
import { columnTraits } from './kinds';

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
  const { neverBlank, filledBy, isAttachment, begin } = columnTraits[kind];
  const isGiven = filledBy === 'people' && !neverBlank;
  return {
    id,
    name,
    required: isGiven && required,
    unique: isGiven && !isAttachment && unique,
    default: { kind: 'none' },
    ...(indexed ? { indexed } : {}),
    ...(perPerson && filledBy === 'people' ? { perPerson } : {}),
    kind,
    ...begin(choices),
  } as Exclude<ColumnSettings, { kind: 'link' | 'expression' }>;
}
