import type { ComponentType, ReactNode } from 'react';
import type { Column, Scalar } from '@/core/model';
import type { FormatSettings } from '@/core/format';
import type { FieldInputProps } from '../fields/fieldProps';

export interface KindInputProps<C extends Column> extends Omit<FieldInputProps, 'column'> {
  column: C;
  /** Roles and names that tell what the input is, and what is wrong with it. */
  described: {
    'aria-label': string;
    'aria-invalid': boolean;
    'aria-required': boolean;
    'aria-describedby'?: string;
  };
  /** The look of an input with a border. */
  look: string;
  /** Says below the input what became of something. */
  onSaid(words: string): void;
  /** What asks for the columns of another record. */
  Field: ComponentType<FieldInputProps>;
}

/** What a list is narrowed to by a column. */
export interface KindFilterProps<C extends Column> {
  column: C;
  of(op: 'is' | 'from' | 'to' | 'blank'): Scalar | undefined;
  set(op: 'is' | 'from' | 'to' | 'blank', value: Scalar | undefined): void;
}

export interface DrawnProps<C extends Column> {
  column: C;
  value: string | number;
  color: string;
  /** As large as the letters around it. */
  size: number;
  settings: FormatSettings;
}

/** How values of one kind are asked for and drawn on a phone. */
export interface KitKind<C extends Column> {
  Input: (props: KindInputProps<C>) => ReactNode;
  /** Whether the input bears the column's name itself. */
  isLabelled: boolean;
  /** Whether inputs of the kind stand beside one another: figures and dates. */
  isShort: boolean;
  /** What asks for the value that a list is narrowed to; null where it never is. */
  Filter: ((props: KindFilterProps<C>) => ReactNode) | null;
  /** Draws a value where its text alone would say less; null where the text is what is shown. */
  Drawn: ((props: DrawnProps<C>) => ReactNode) | null;
}

export const plain = { isLabelled: false, isShort: false, Filter: null, Drawn: null } as const;
