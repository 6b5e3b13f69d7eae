import type { ColumnSettings } from '@/core/column';
import type { Column } from '@/core/model';

export type PlainColumn = Exclude<Column, { kind: 'link' | 'expression' }>;
export type PlainSettings = Exclude<ColumnSettings, { kind: 'link' | 'expression' }>;

/** What is typed about a column and is not yet read in. */
export interface DraftTexts {
  /** One choice a line. */
  choices: string;
  /** What a new record starts with. */
  start: string;
  /** The least and the greatest value, or length for texts. */
  least: string;
  most: string;
  pattern: string;
  message: string;
}

/** What is typed line by line, each once. */
export const lines = (text: string): string[] => [
  ...new Set(
    text
      .split('\n')
      .map((line) => line.trim())
      .filter((line) => line !== ''),
  ),
];
