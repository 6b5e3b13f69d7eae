import { useState } from 'react';
import { Pressable, TextInput, View } from 'react-native';
import { inputText, parseInput } from '@/core/column';
import type { Column, Scalar } from '@/core/model';
import { useKit } from '../base/context';
import { Text } from '../base/Text';
import { useColors } from '../base/theme';
import { DateInput } from '../fields/DateInput';
import { inputClass } from '../fields/fieldProps';
import type { KindFilterProps } from './kitKind';

/** From one value to another. */
export const RangeFilter = ({ column, of, set }: KindFilterProps<Column>) => (
  <View className="flex-row gap-2">
    <Limit column={column} label={`${column.name} from`} value={of('from')} onChange={(value) => set('from', value)} />
    <Limit column={column} label={`${column.name} to`} value={of('to')} onChange={(value) => set('to', value)} />
  </View>
);

function Limit({
  column,
  label,
  value,
  onChange,
}: {
  column: Column;
  label: string;
  value: Scalar | undefined;
  onChange: (value: Scalar | undefined) => void;
}) {
  const { settings } = useKit();
  const colors = useColors();
  const [text, setText] = useState(() => (value === undefined ? '' : inputText(column, value, settings)));
  const type = (next: string) => {
    setText(next);
    const read = parseInput(
      { ...column, required: false, unique: false, min: undefined, max: undefined } as Column,
      next,
      settings,
    );
    if (next.trim() === '') onChange(undefined);
    else if (read.ok && read.value !== null) onChange(read.value);
  };
  const look = `flex-1 ${inputClass} border-app-line`;
  if (column.kind === 'date')
    return (
      <DateInput
        kind="date"
        aria-label={label}
        value={text}
        onChange={type}
        onBlur={() => undefined}
        className={look}
      />
    );
  return (
    <TextInput
      aria-label={label}
      placeholder={label.endsWith(' from') ? 'from' : 'to'}
      placeholderTextColor={colors.soft}
      inputMode="decimal"
      value={text}
      onChangeText={type}
      className={`min-w-0 ${look}`}
    />
  );
}

/** One of a few values. */
export function Chips<T extends string | number>({
  label,
  choices,
  value,
  onChange,
}: {
  label: string;
  choices: readonly { value: T; label: string }[];
  value: unknown;
  onChange: (value: T | undefined) => void;
}) {
  return (
    <View role="group" aria-label={label} className="flex-row flex-wrap gap-2">
      {choices.map((choice) => {
        const isChosen = choice.value === value;
        return (
          <Pressable
            key={choice.value}
            role="button"
            aria-pressed={isChosen}
            onPress={() => onChange(isChosen ? undefined : choice.value)}
            className={[
              'min-h-[44px] justify-center rounded-full border px-4',
              isChosen ? 'border-app-accent bg-app-accent' : 'border-app-line bg-app-card',
            ].join(' ')}
          >
            <Text className={`font-sans text-[15px] ${isChosen ? 'text-app-on-accent' : 'text-app-ink'}`}>
              {choice.label}
            </Text>
          </Pressable>
        );
      })}
    </View>
  );
}
