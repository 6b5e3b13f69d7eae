import DateTimePicker, { type DateTimePickerEvent } from '@react-native-community/datetimepicker';
import CalendarDays from 'lucide-react-native/icons/calendar-days';
import { useState } from 'react';
import { Platform, TextInput, type TextInputProps, View } from 'react-native';
import { IconButton } from '../base/parts';
import { moment, pickedText } from './picked';

export interface DateInputProps extends Pick<TextInputProps, 'aria-label' | 'className'> {
  /** ISO 8601, or ''. */
  value: string;
  onChange(value: string): void;
  onBlur(): void;
  kind: 'date' | 'time' | 'datetime-local';
  'aria-invalid'?: boolean;
  'aria-required'?: boolean;
  'aria-describedby'?: string;
}

const MODES = { date: ['date'], time: ['time'], 'datetime-local': ['date', 'time'] } as const;

/** A date or a time, typed as ISO 8601 or chosen by the phone's own picker. */
export function DateInput({ kind, value, onChange, onBlur, className, 'aria-label': label }: DateInputProps) {
  // Android asks for the day and for the hour one after the other.
  const [asking, setAsking] = useState<number | null>(null);
  const mode = asking === null ? undefined : MODES[kind][asking];
  const choose = ({ type }: DateTimePickerEvent, chosen?: Date) => {
    const isChosen = type === 'set' && chosen !== undefined;
    if (isChosen) onChange(pickedText(kind, chosen));
    if (Platform.OS !== 'android') return;
    const next = (asking ?? 0) + 1;
    setAsking(isChosen && next < MODES[kind].length ? next : null);
    if (!isChosen || next >= MODES[kind].length) onBlur();
  };
  return (
    <View className="gap-2">
      <View className="flex-row items-center gap-1">
        <TextInput
          aria-label={label}
          className={`min-w-0 flex-1 ${className ?? ''}`}
          value={value}
          onChangeText={onChange}
          onBlur={onBlur}
          placeholder={{ date: '2026-11-24', time: '19:30', 'datetime-local': '2026-11-24T19:30' }[kind]}
          inputMode="numeric"
        />
        <IconButton
          icon={CalendarDays}
          label={asking === null ? `Choose ${label ?? 'a date'}` : `Close the choice of ${label ?? 'a date'}`}
          tone="accent"
          onPress={() => setAsking(asking === null ? 0 : null)}
        />
      </View>
      {mode ? (
        <DateTimePicker
          value={moment(kind, value)}
          mode={Platform.OS === 'ios' && kind === 'datetime-local' ? 'datetime' : mode}
          display={Platform.OS === 'ios' ? 'spinner' : 'default'}
          onChange={choose}
        />
      ) : null}
    </View>
  );
}
