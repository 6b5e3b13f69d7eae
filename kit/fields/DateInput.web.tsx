import type { DateInputProps } from './DateInput';

/** The browser's own field for dates and times, with its picker; its value is ISO 8601 as it is. */
export function DateInput({ kind, value, onChange, ...rest }: DateInputProps) {
  return <input type={kind} value={value} onChange={(event) => onChange(event.target.value)} {...rest} />;
}
