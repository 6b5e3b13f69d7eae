import { memo, useState } from 'react';
import { View } from 'react-native';
import { Text } from '../base/Text';
import { tableOf, useKit } from '../base/context';
import { kitKindOf } from '../kinds';
import { LinkedName } from './LinkInput';
import { type FieldInputProps, inputClass } from './fieldProps';
import { formatValue, isLink, parseInput } from '@/core/column';
import type { Column } from '@/core/model';

/**
 * A column's input with its name above and what is wrong or helps below. Drawn anew only when it changes itself: a form
 * may have many.
 */
export const FieldInput = memo(function FieldInput(props: FieldInputProps) {
  const { column, fault, help, readOnly, idPrefix = '' } = props;
  const { isLabelled } = kitKindOf(column);
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
  if (isLabelled && !readOnly) {
    return (
      <View className="gap-1.5">
        <Input {...props} onSaid={setSaid} />
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
  fault,
  help,
  idPrefix = '',
  ...props
}: FieldInputProps & { onSaid: (words: string) => void }) {
  const { Input: OfKind } = kitKindOf(column);
  const described = {
    'aria-label': column.name,
    'aria-invalid': Boolean(fault),
    'aria-required': column.required,
    ...(fault || help ? { 'aria-describedby': `note-${idPrefix}${column.id}` } : {}),
  };
  return (
    <OfKind
      {...props}
      column={column}
      described={described}
      look={`${inputClass} ${fault ? 'border-app-danger' : 'border-app-line'}`}
      Field={FieldInput}
    />
  );
}
