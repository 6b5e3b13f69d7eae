import { type ColumnOf, MOST_RATING } from '@/core/model';
import { SelectField, SwitchField } from '@/ui';
import type { StudioKind } from './studioKind';

const most = Array.from({ length: MOST_RATING - 1 }, (_, at) => String(at + 2));

export const rating: StudioKind<ColumnOf<'rating'>> = {
  name: 'Rating',
  facts: (column) => [`1 to ${column.most}${column.half ? ', in halves' : ''}`],
  Fields: ({ settings, update }) => (
    <>
      <SelectField
        label="The most stars"
        options={most.map((value) => ({ value, label: value }))}
        value={String(settings.most)}
        onChange={(value) => update({ most: Number(value) })}
      />
      <SwitchField
        label="Half steps"
        help="Such as three and a half of five."
        value={settings.half}
        onChange={(half) => update({ half })}
      />
    </>
  ),
  isTyped: false,
  start: 'typed',
  stepValue: () => '1',
};
