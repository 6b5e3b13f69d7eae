import { Switch, View } from 'react-native';
import type { ColumnOf } from '@/core/model';
import { Radios } from '../base/Radios';
import { Text } from '../base/Text';
import { useColors, useTones } from '../base/theme';
import { LinkInput } from '../fields/LinkInput';
import { inputClass } from '../fields/fieldProps';
import { Chips } from './filters';
import { type KindInputProps, type KitKind, plain } from './kitKind';

function Choices({
  column,
  value,
  onChange,
}: {
  column: ColumnOf<'choice'>;
  value: string;
  onChange: (value: string) => void;
}) {
  const tones = useTones();
  // A choice that was taken off the list still stands in older records, and stays until another is made.
  const choices = value === '' || column.choices.includes(value) ? column.choices : [...column.choices, value];
  return (
    <Radios
      label={column.name}
      choices={choices.map((each) => ({ value: each, label: each }))}
      value={value}
      onChange={(chosen) => onChange(chosen === value && !column.required ? '' : chosen)}
      markOf={(each) => {
        const tone = column.tones?.[each];
        return tone ? (
          <View style={{ backgroundColor: tones[tone].ink }} className="h-3 w-3 rounded-full border border-app-card" />
        ) : null;
      }}
    />
  );
}

export const choice: KitKind<ColumnOf<'choice'>> = {
  ...plain,
  Input: Choices,
  Filter: ({ column, of, set }) => (
    <Chips
      label={column.name}
      choices={column.choices.map((each) => ({ value: each, label: each }))}
      value={of('is')}
      onChange={(value) => set('is', value)}
    />
  ),
};

function YesNo({ column, value, onChange }: KindInputProps<ColumnOf<'yesNo'>>) {
  const colors = useColors();
  return (
    <View className="min-h-[48px] flex-row items-center justify-between">
      <Text className="font-medium text-[15px] text-app-ink">{column.name}</Text>
      <Switch
        aria-label={column.name}
        value={value === '1'}
        onValueChange={(on) => onChange(on ? '1' : '0')}
        trackColor={{ true: colors.accent, false: '#8b8f9a' }}
        thumbColor="#ffffff"
        {...{ activeThumbColor: '#ffffff' }}
      />
    </View>
  );
}

const answers = [
  { value: 1, label: 'Yes' },
  { value: 0, label: 'No' },
];

export const yesNo: KitKind<ColumnOf<'yesNo'>> = {
  ...plain,
  Input: YesNo,
  isLabelled: true,
  isShort: true,
  Filter: ({ column, of, set }) => (
    <Chips label={column.name} choices={answers} value={of('is')} onChange={(value) => set('is', value)} />
  ),
};

export const link: KitKind<ColumnOf<'link'>> = {
  ...plain,
  Input: ({ column, value, onChange, described, look, Field }) => (
    <LinkInput
      column={column}
      value={value}
      onChange={onChange}
      className={look}
      describedBy={{
        'aria-invalid': described['aria-invalid'],
        // What helps is not read out with every link; what is wrong is.
        ...(described['aria-invalid'] ? { 'aria-describedby': described['aria-describedby'] } : {}),
      }}
      Field={Field}
    />
  ),
  Filter: ({ column, of, set }) => {
    const value = of('is');
    return (
      <LinkInput
        column={column}
        value={value === undefined || value === null ? '' : String(value)}
        onChange={(id) => set('is', id === '' ? undefined : Number(id))}
        className={`${inputClass} border-app-line`}
        describedBy={{}}
        Field={null}
      />
    );
  },
};
