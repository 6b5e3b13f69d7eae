import type { ComponentType } from 'react';
import type { FieldInputProps } from '../fields/fieldProps';
import type { Own } from '@/core/compiled';
import type { Scalar, Tone } from '@/core/model';

/** What a field shows of a record: its value, as text in the person's formats, and the colour that it has. */
export interface FieldProps {
  label: string;
  value: Scalar;
  text: string;
  tone: Tone | null;
}

/** What a row shows of a record, by the places of its design. */
export interface RowProps {
  id: number;
  name: string;
  title: FieldProps | null;
  badge: FieldProps | null;
  lines: FieldProps[];
  edge: FieldProps[];
}

/** The record that a part stands on. */
export interface RecordProps {
  id: number;
}

/** What an input is told; `value` is what is typed. */
export type InputProps = FieldInputProps;

/** The components of one's own that can stand in place of the kit's, each by what it is given. */
export interface OwnProps {
  field: FieldProps;
  row: RowProps;
  input: InputProps;
  record: RecordProps;
  menu: Record<never, never>;
}

/** The component of one's own, where there is one. */
export const ownOf = <K extends keyof OwnProps>(_: K, { component }: Own): ComponentType<OwnProps[K]> | null =>
  (component as ComponentType<OwnProps[K]> | undefined) ?? null;
