import { memo, type Ref } from 'react';
import { Pressable, Switch, Text, TextInput, View } from 'react-native';
import { symbologyLength } from '@/core/barcode';
import type { Column } from '@/core/definition';
import { AttachmentInput } from './AttachmentInput';
import { DateInput } from './DateInput';
import { LinkInput } from './LinkInput';
import { toneColors, useColors } from './theme';

interface FieldInputProps {
  column: Column;
  /** What is typed: for yes/no '1' or '0', for a date ISO 8601. */
  value: string;
  onChange(value: string): void;
  onBlur(): void;
  inputRef: Ref<TextInput>;
  fault?: string;
}

export const inputClass = 'min-h-[48px] rounded-xl border bg-app-card px-3 py-3 font-sans text-[16px] text-app-ink';

/** A column's input with its name above and what is wrong below. Drawn anew only when it changes itself: a form may have many. */
export const FieldInput = memo(function FieldInput(props: FieldInputProps) {
  const { column, fault } = props;
  if (column.kind === 'yesNo') return <YesNo {...props} />;
  return (
    <View className="gap-1.5">
      <Text nativeID={`label-${column.id}`} className="font-medium text-[15px] text-app-ink">
        {column.name}
        {column.required ? '' : <Text className="font-sans text-app-soft"> (optional)</Text>}
      </Text>
      <Input {...props} />
      {fault ? (
        <Text role="alert" nativeID={`fault-${column.id}`} className="font-sans text-[14px] text-app-danger">
          {fault}
        </Text>
      ) : null}
    </View>
  );
});

function Input({ column, value, onChange, onBlur, inputRef, fault }: FieldInputProps) {
  const edge = fault ? 'border-app-danger' : 'border-app-line';
  const described = { 'aria-label': column.name, 'aria-invalid': Boolean(fault), 'aria-required': column.required, ...(fault ? { 'aria-describedby': `fault-${column.id}` } : {}) };
  switch (column.kind) {
    case 'choice':
      return <Choices column={column} value={value} onChange={onChange} />;
    case 'date':
    case 'time':
    case 'dateTime':
      return <DateInput kind={column.kind === 'dateTime' ? 'datetime-local' : column.kind} value={value} onChange={onChange} onBlur={onBlur} className={`${inputClass} ${edge}`} {...described} />;
    case 'link':
      return <LinkInput column={column} value={value} onChange={onChange} className={`${inputClass} ${edge}`} describedBy={{ 'aria-invalid': Boolean(fault), ...(fault ? { 'aria-describedby': `fault-${column.id}` } : {}) }} />;
    case 'picture':
    case 'file':
      return <AttachmentInput column={column} value={value} onChange={onChange} />;
    case 'yesNo':
      return null;
    default: {
      const numeric = column.kind === 'wholeNumber' || (column.kind === 'barcode' && symbologyLength[column.symbology] !== undefined) ? 'numeric' : column.kind === 'decimal' || column.kind === 'money' || column.kind === 'measure' ? 'decimal' : 'text';
      const long = column.kind === 'longText';
      return (
        <View className="flex-row items-center gap-2">
          <TextInput ref={inputRef} {...described} value={value} onChangeText={onChange} onBlur={onBlur} inputMode={numeric} multiline={long} numberOfLines={long ? 4 : 1} className={`flex-1 ${inputClass} ${edge} ${long ? 'min-h-[110px]' : ''}`} />
          {column.kind === 'money' || column.kind === 'measure' ? <Text className="font-sans text-[15px] text-app-soft">{column.kind === 'money' ? column.currency : column.unit}</Text> : null}
        </View>
      );
    }
  }
}

function Choices({ column, value, onChange }: { column: Extract<Column, { kind: 'choice' }>; value: string; onChange: (value: string) => void }) {
  // A choice that was taken off the list still stands in older records, and stays until another is made.
  const choices = value === '' || column.choices.includes(value) ? column.choices : [...column.choices, value];
  return (
    <View role="radiogroup" aria-label={column.name} className="flex-row flex-wrap gap-2">
      {choices.map((choice) => {
        const chosen = choice === value;
        return (
          <Pressable
            key={choice}
            role="radio"
            aria-checked={chosen}
            onPress={() => onChange(chosen && !column.required ? '' : choice)}
            className={`min-h-[44px] flex-row items-center gap-2 rounded-full border px-4 ${chosen ? 'border-app-accent bg-app-accent' : 'border-app-line bg-app-card'}`}
          >
            {column.tones?.[choice] ? <View style={{ backgroundColor: toneColors[column.tones[choice]].ink }} className="h-3 w-3 rounded-full border border-app-card" /> : null}
            <Text className={`font-sans text-[15px] ${chosen ? 'text-app-on-accent' : 'text-app-ink'}`}>{choice}</Text>
          </Pressable>
        );
      })}
    </View>
  );
}

function YesNo({ column, value, onChange }: FieldInputProps) {
  const colors = useColors();
  return (
    <View className="min-h-[48px] flex-row items-center justify-between">
      <Text className="font-medium text-[15px] text-app-ink">{column.name}</Text>
      <Switch aria-label={column.name} value={value === '1'} onValueChange={(on) => onChange(on ? '1' : '0')} trackColor={{ true: colors.accent, false: '#8b8f9a' }} thumbColor="#ffffff" {...{ activeThumbColor: '#ffffff' }} />
    </View>
  );
}
