import { type ColumnSettings, initialValue, type PlainKind, withKind } from '@/core/column';
import { type Column, columnKinds, type Scalar } from '@/core/model';
import type { Random } from '@/demo/random';

/** What somebody types. */
export const words = [
  'Cloak',
  'Cape',
  'Hat',
  '7',
  '12.50',
  'Yes',
  '2026-11-20',
  'now',
  '19:30',
  '  spaced',
  "O'Hara",
  'Worn',
  'ü',
  '',
];

/** A value that a column can hold, or nearly. */
export function valueOf(column: Column, chance: Random): Scalar {
  if (chance.chance(25)) return column.kind === 'yesNo' ? 0 : null;
  switch (column.kind) {
    case 'wholeNumber':
    case 'money':
      return chance.whole(-3, 40);
    case 'decimal':
    case 'measure':
      return chance.whole(-30, 40_000) / 1000;
    case 'yesNo':
      return chance.whole(0, 1);
    case 'date':
      return `2026-0${chance.whole(1, 9)}-1${chance.whole(0, 9)}`;
    case 'time':
      return `1${chance.whole(0, 9)}:30`;
    case 'dateTime':
      return `2026-01-0${chance.whole(1, 9)}T10:00:00Z`;
    case 'choice':
      return chance.pick(['Worn', '7', 'Yes']);
    case 'picture':
      return null;
    case 'file':
      return 'data:text/plain;name=a.txt;base64,QUJD';
    default:
      return initialValue(
        { ...column, default: { kind: 'value', value: chance.pick(words).trim() || 'x' } } as Column,
        '2026-11-20',
      );
  }
}

const plainKinds = columnKinds.filter((kind): kind is PlainKind => kind !== 'link' && kind !== 'expression');

/** What a new column is to be, whether or not that can stand. */
export function randomSettings(chance: Random, id: string, name: string): ColumnSettings {
  const kind = chance.pick(plainKinds);
  const settings = withKind(
    {
      id,
      name,
      required: chance.chance(25),
      unique: chance.chance(10),
      ...(chance.chance(20) ? { indexed: true } : {}),
    },
    kind,
    ['Worn', '7', 'Yes'],
  );
  return settings.kind === 'barcode'
    ? { ...settings, symbology: 'free' }
    : settings.kind === 'decimal'
      ? { ...settings, places: chance.whole(0, 4) }
      : settings;
}
