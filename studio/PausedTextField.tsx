import { useState } from 'react';
import { TextField } from '@/ui';
import { usePaused } from './usePaused';

interface PausedTextFieldProps {
  label: string;
  help?: string;
  value: string;
  /** Whether nothing may stand here. */
  mayBeBlank?: boolean;
  maxLength?: number;
  /** As many lines as it has. */
  multiline?: boolean;
  /** What is wrong with what is typed: it is not handed on. */
  faultOf?(text: string): string | null;
  onChange(value: string): void;
}

/** A text that is handed on when typing pauses or the field is left. */
export function PausedTextField({
  label,
  help,
  value,
  mayBeBlank = false,
  maxLength = 200,
  multiline = false,
  faultOf = () => null,
  onChange,
}: PausedTextFieldProps) {
  const [draft, setDraft] = useState(value);
  const { queue, flush } = usePaused(value, onChange, setDraft);
  const faultIn = (text: string): string | null =>
    text.trim() === '' && !mayBeBlank ? `${label} must not be blank` : faultOf(text.trim());
  const type = (next: string) => {
    setDraft(next);
    const text = next.trim();
    queue(faultIn(next) ? null : text);
  };
  return (
    <TextField
      label={label}
      help={help}
      value={draft}
      maxLength={maxLength}
      multiline={multiline}
      numberOfLines={multiline ? 5 : 1}
      onChangeText={type}
      onBlur={flush}
      fault={faultIn(draft)}
    />
  );
}
