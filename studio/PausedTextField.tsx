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
  onChange(value: string): void;
}

/** A text that is handed on when typing pauses or the field is left. */
export function PausedTextField({
  label,
  help,
  value,
  mayBeBlank = false,
  maxLength = 200,
  onChange,
}: PausedTextFieldProps) {
  const [draft, setDraft] = useState(value);
  const { queue, flush } = usePaused(value, onChange, setDraft);
  const type = (next: string) => {
    setDraft(next);
    const text = next.trim();
    queue(text === '' && !mayBeBlank ? null : text);
  };
  return (
    <TextField
      label={label}
      help={help}
      value={draft}
      maxLength={maxLength}
      onChangeText={type}
      onBlur={flush}
      fault={draft.trim() === '' && !mayBeBlank ? `${label} must not be blank` : null}
    />
  );
}
