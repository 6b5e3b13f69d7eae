import type { Ref } from 'react';
import type { TextInput } from 'react-native';
import type { Column } from '@/core/model';

/** What the input of one column is told. */
export interface FieldInputProps {
  column: Column;
  /** What is typed: for yes/no '1' or '0', for a date ISO 8601. */
  value: string;
  onChange(value: string): void;
  onBlur(): void;
  inputRef: Ref<TextInput>;
  fault?: string;
  help?: string;
  placeholder?: string;
  input?: 'field' | 'stepper' | 'slider';
  readOnly?: boolean;
  /** Sets the field's ids apart where the same column is asked for several times. */
  idPrefix?: string;
}

export const inputClass = 'min-h-[48px] rounded-app border bg-app-card px-3 py-3 font-sans text-[16px] text-app-ink';
