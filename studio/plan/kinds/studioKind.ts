import type { ReactNode } from 'react';
import type { Column } from '@/core/model';
import type { DraftTexts, PlainSettings } from '../draftTexts';

export interface ColumnFieldsProps<S = PlainSettings> {
  settings: S;
  update(changes: Partial<PlainSettings>): void;
  texts: DraftTexts;
  type(texts: Partial<DraftTexts>): void;
}

/** How one kind of column is told and described in the studio. */
export interface StudioKind<C extends Column> {
  /** What it is called. */
  name: string;
  /** Its settings in a few words, as on a label; `tableName` names a table by its id. */
  facts(column: C, tableName: (tableId: string) => string | undefined): string[];
  /** What it has to be told about itself; a sentence where that is nothing. */
  Fields: ((props: ColumnFieldsProps<Omit<C, 'identifier'>>) => ReactNode) | string;
  /** Whether it is typed into a text field, which can show a placeholder. */
  isTyped: boolean;
  /** What a new record starts with: a text that is typed, a switch, or nothing. */
  start: 'typed' | 'ticked' | 'today' | null;
  /** What a step gives such a column at first, as an expression; null where one of what can stand there is chosen. */
  stepValue: ((name: string) => string) | null;
}
