import { useState } from 'react';
import { Pressable, TextInput, View } from 'react-native';
import type { Column } from '@/core/model';
import { isLink } from '@/core/plan';
import { type FormatSettings, formatValue, inputText, parseInput } from '@/core/format';
import { useKit } from '../base/context';
import { DateInput } from '../fields/DateInput';
import { inputClass } from '../fields/FieldInput';
import { LinkInput } from '../fields/LinkInput';
import { ActionButton, PhoneSheet } from '../base/parts';
import { Text } from '../base/Text';
import { useColors } from '../base/theme';
import type { ChosenFilter } from '../data/useRows';

/** A filter in words: "Condition is Poor". */
export function filterWords(
  columns: readonly Column[],
  { columnId, op, value }: ChosenFilter,
  settings: FormatSettings,
): string {
  const column = columns.find(({ id }) => id === columnId);
  if (!column) return '';
  if (op === 'blank') return `${column.name} is blank`;
  if (isLink(column)) return `${column.name} chosen`;
  return `${column.name} ${{ is: 'is', from: 'from', to: 'to' }[op]} ${formatValue(column, value, settings)}`;
}

/** What a list is filtered by, column by column. */
export function FilterSheet({
  title,
  columns,
  filters,
  onFilter,
  onClose,
}: {
  title: string;
  columns: readonly Column[];
  filters: readonly ChosenFilter[];
  onFilter: (filters: ChosenFilter[]) => void;
  onClose: () => void;
}) {
  const set = (columnId: string, op: ChosenFilter['op'], value: ChosenFilter['value'] | undefined) => {
    const others = filters.filter(
      (each) =>
        each.columnId !== columnId ||
        (each.op !== op && (op === 'from' || op === 'to') && (each.op === 'from' || each.op === 'to')),
    );
    onFilter(value === undefined ? others : [...others, { columnId, op, value }]);
  };
  return (
    <PhoneSheet title={`Filter ${title}`} onClose={onClose}>
      <View className="gap-5 px-5 pb-2">
        {columns.map((column) => (
          <View key={column.id} className="gap-2">
            <Text className="font-medium text-[15px] text-app-ink">{column.name}</Text>
            <FilterOf
              column={column}
              of={(op) => filters.find((each) => each.columnId === column.id && each.op === op)?.value}
              set={(op, value) => set(column.id, op, value)}
            />
          </View>
        ))}
        <View className="flex-row flex-wrap gap-2">
          <ActionButton label="Show" onPress={onClose} />
          {filters.length > 0 ? <ActionButton kind="plain" label="Clear filters" onPress={() => onFilter([])} /> : null}
        </View>
      </View>
    </PhoneSheet>
  );
}

interface FilterProps {
  column: Column;
  of(op: ChosenFilter['op']): ChosenFilter['value'] | undefined;
  set(op: ChosenFilter['op'], value: ChosenFilter['value'] | undefined): void;
}

function FilterOf({ column, of, set }: FilterProps) {
  switch (column.kind) {
    case 'choice':
      return (
        <Chips
          label={column.name}
          choices={column.choices.map((choice) => ({ value: choice, label: choice }))}
          value={of('is')}
          onChange={(value) => set('is', value)}
        />
      );
    case 'yesNo':
      return (
        <Chips
          label={column.name}
          choices={[
            { value: 1, label: 'Yes' },
            { value: 0, label: 'No' },
          ]}
          value={of('is')}
          onChange={(value) => set('is', value)}
        />
      );
    case 'link': {
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
    }
    default:
      return (
        <View className="flex-row gap-2">
          <Limit
            column={column}
            label={`${column.name} from`}
            value={of('from')}
            onChange={(value) => set('from', value)}
          />
          <Limit column={column} label={`${column.name} to`} value={of('to')} onChange={(value) => set('to', value)} />
        </View>
      );
  }
}

function Limit({
  column,
  label,
  value,
  onChange,
}: {
  column: Column;
  label: string;
  value: ChosenFilter['value'] | undefined;
  onChange: (value: ChosenFilter['value'] | undefined) => void;
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

function Chips<T extends string | number>({
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
            className={`min-h-[44px] justify-center rounded-full border px-4 ${isChosen ? 'border-app-accent bg-app-accent' : 'border-app-line bg-app-card'}`}
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
