import type { DateInputProps } from './DateInput';

/** The browser's own date field, with its picker; its value is ISO 8601 as it is. */
export function DateInput({ value, onChange, ...rest }: DateInputProps) {
  return <input type="date" value={value} onChange={(event) => onChange(event.target.value)} {...rest} />;
}
