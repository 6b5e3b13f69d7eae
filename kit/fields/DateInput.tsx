import { TextInput, type TextInputProps } from 'react-native';

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

/** A date or a time typed as ISO 8601, where the platform has no picker of its own. */
export function DateInput({ kind, value, onChange, onBlur, className, 'aria-label': label }: DateInputProps) {
  return (
    <TextInput
      aria-label={label}
      className={className}
      value={value}
      onChangeText={onChange}
      onBlur={onBlur}
      placeholder={{ date: '2026-11-24', time: '19:30', 'datetime-local': '2026-11-24T19:30' }[kind]}
      inputMode="numeric"
    />
  );
}
