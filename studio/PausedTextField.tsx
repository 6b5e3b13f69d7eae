import { useEffect, useRef, useState } from 'react';
import { TextField } from '@/ui';

const PAUSE_MS = 400;

interface PausedTextFieldProps {
  label: string;
  help?: string;
  value: string;
  /** Whether nothing may stand here. */
  mayBeBlank?: boolean;
  maxLength?: number;
  onChange(value: string): void;
}

/** A text that is handed on when typing pauses or the field is left, so that an edit is a word and not a letter. */
export function PausedTextField({ label, help, value, mayBeBlank = false, maxLength = 200, onChange }: PausedTextFieldProps) {
  const [draft, setDraft] = useState(value);
  const sent = useRef(value);
  useEffect(() => {
    if (value === sent.current) return;
    sent.current = value;
    setDraft(value);
  }, [value]);
  const latest = useRef(onChange);
  latest.current = onChange;
  const put = (next: string) => {
    const text = next.trim();
    if (text === sent.current || (text === '' && !mayBeBlank)) return;
    sent.current = text;
    latest.current(text);
  };
  const waiting = useRef<ReturnType<typeof setTimeout> | null>(null);
  const pending = useRef<string | null>(null);
  const flush = () => {
    if (waiting.current) clearTimeout(waiting.current);
    if (pending.current !== null) put(pending.current);
    pending.current = null;
  };
  // A sheet that closes takes what was typed last along.
  const flushing = useRef(flush);
  flushing.current = flush;
  useEffect(() => () => flushing.current(), []);
  const type = (next: string) => {
    setDraft(next);
    pending.current = next;
    if (waiting.current) clearTimeout(waiting.current);
    waiting.current = setTimeout(flush, PAUSE_MS);
  };
  return <TextField label={label} help={help} value={draft} maxLength={maxLength} onChangeText={type} onBlur={flush} fault={draft.trim() === '' && !mayBeBlank ? `${label} must not be blank` : null} />;
}
