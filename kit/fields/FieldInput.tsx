import { memo, useState } from 'react';
import { Pressable, Switch, TextInput, View } from 'react-native';
import { symbologyLength } from '@/core/barcode';
import type { Column } from '@/core/model';
import { isLink } from '@/core/plan';
import { formatValue, inputUnit, parseInput } from '@/core/format';
import { AttachmentInput } from './AttachmentInput';
import { tableOf, useKit } from '../base/context';
import { CodeButton } from '../scanning/CodeButton';
import { DateInput } from './DateInput';
import type { FieldInputProps } from './fieldProps';
import { LinkedName, LinkInput } from './LinkInput';
import { isRanged, RangeInput } from './RangeInput';
import { useColors, useTones } from '../base/theme';
import { Text } from '../base/Text';

export const inputClass = 'min-h-[48px] rounded-app border bg-app-card px-3 py-3 font-sans text-[16px] text-app-ink';

/**
 * A column's input with its name above and what is wrong or helps below. Drawn anew only when it changes itself: a form
 * may have many.
 */
export const FieldInput = memo(function FieldInput(props: FieldInputProps) {
  const { column, fault, help, readOnly, idPrefix = '' } = props;
  const [said, setSaid] = useState('');
  const below = fault ?? (said || help);
  const note = below ? (
    <Text
      role={fault || said ? 'alert' : undefined}
      nativeID={`note-${idPrefix}${column.id}`}
      className={`font-sans text-[14px] ${fault ? 'text-app-danger' : 'text-app-soft'}`}
    >
      {below}
    </Text>
  ) : null;
  if (column.kind === 'yesNo' && !readOnly) {
    return (
      <View className="gap-1.5">
        <YesNo {...props} />
        {note}
      </View>
    );
  }
  return (
    <View className="gap-1.5">
      <Text nativeID={`label-${idPrefix}${column.id}`} className="font-medium text-[15px] text-app-ink">
        {column.name}
        {column.required || readOnly ? '' : <Text className="font-sans text-[15px] text-app-soft"> (optional)</Text>}
      </Text>
      {readOnly ? <Fixed {...props} /> : <Input {...props} onSaid={setSaid} />}
      {note}
    </View>
  );
});

/** What may not be changed now: as people read it. */
function Fixed({ column, value }: FieldInputProps) {
  const { app, settings } = useKit();
  const target = isLink(column) ? tableOf(app, column.tableId) : undefined;
  const read = parseInput({ ...column, required: false } as Column, value, settings);
  const text = read.ok ? formatValue(column, read.value, settings) : value;
  return (
    <Text aria-label={`${column.name}, cannot be changed`} className="min-h-[28px] font-sans text-[17px] text-app-ink">
      {target && value !== '' ? <LinkedName table={target} id={Number(value)} /> : text || '–'}
    </Text>
  );
}

function Input({
  column,
  value,
  onChange,
  onBlur,
  inputRef,
  fault,
  help,
  placeholder,
  input = 'field',
  idPrefix = '',
  onSaid,
}: FieldInputProps & { onSaid: (words: string) => void }) {
  const { settings } = useKit();
  const colors = useColors();
  const edge = fault ? 'border-app-danger' : 'border-app-line';
  const described = {
    'aria-label': column.name,
    'aria-invalid': Boolean(fault),
    'aria-required': column.required,
    ...(fault || help ? { 'aria-describedby': `note-${idPrefix}${column.id}` } : {}),
  };
  switch (column.kind) {
    case 'choice':
      return <Choices column={column} value={value} onChange={onChange} />;
    case 'date':
    case 'time':
    case 'dateTime':
      return (
        <DateInput
          kind={column.kind === 'dateTime' ? 'datetime-local' : column.kind}
          value={value}
          onChange={onChange}
          onBlur={onBlur}
          className={`${inputClass} ${edge}`}
          {...described}
        />
      );
    case 'link':
      return (
        <LinkInput
          column={column}
          value={value}
          onChange={onChange}
          className={`${inputClass} ${edge}`}
          describedBy={{
            'aria-invalid': Boolean(fault),
            ...(fault ? { 'aria-describedby': `note-${idPrefix}${column.id}` } : {}),
          }}
          Field={FieldInput}
        />
      );
    case 'picture':
    case 'file':
      return <AttachmentInput column={column} value={value} onChange={onChange} />;
    case 'yesNo':
      return null;
    default: {
      if (input !== 'field' && isRanged(column))
        return <RangeInput column={column} value={value} onChange={onChange} kind={input} />;
      const numeric =
        column.kind === 'wholeNumber' || (column.kind === 'barcode' && symbologyLength[column.symbology] !== undefined)
          ? 'numeric'
          : column.kind === 'decimal' || column.kind === 'money' || column.kind === 'measure'
            ? 'decimal'
            : 'text';
      const long = column.kind === 'longText';
      const unit =
        column.kind === 'money' ? column.currency : column.kind === 'measure' ? inputUnit(column, settings) : null;
      return (
        <View className="flex-row items-center gap-2">
          <TextInput
            ref={inputRef}
            {...described}
            value={value}
            onChangeText={onChange}
            onBlur={onBlur}
            placeholder={placeholder}
            placeholderTextColor={colors.soft}
            inputMode={numeric}
            multiline={long}
            numberOfLines={long ? 4 : 1}
            className={`min-w-0 flex-1 ${inputClass} ${edge} ${long ? 'min-h-[110px]' : ''}`}
          />
          {column.kind === 'barcode' ? <CodeButton name={column.name} onCode={onChange} onSaid={onSaid} /> : null}
          {unit ? <Text className="font-sans text-[15px] text-app-soft">{unit}</Text> : null}
        </View>
      );
    }
  }
}

function Choices({
  column,
  value,
  onChange,
}: {
  column: Extract<Column, { kind: 'choice' }>;
  value: string;
  onChange: (value: string) => void;
}) {
  const tones = useTones();
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
            {column.tones?.[choice] ? (
              <View
                style={{ backgroundColor: tones[column.tones[choice]].ink }}
                className="h-3 w-3 rounded-full border border-app-card"
              />
            ) : null}
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
