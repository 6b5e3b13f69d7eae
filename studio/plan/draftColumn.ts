import type { Column } from '@/core/model';
import type { PlainColumn, PlainSettings } from './draftTexts';

let draft: PlainColumn | null = null;

/**
 * Keeps a column as it was changed where that cannot be settled: it touches rows, and its sheet, which is opened next,
 * says which and asks for what is missing.
 */
export const leaveDraft = (settings: PlainSettings): void =>
  void (draft = { ...settings, identifier: 'draft' } as Column as PlainColumn);

/** What was left of the column. */
export const draftOf = (columnId: string | undefined): PlainColumn | null => (draft?.id === columnId ? draft : null);

/** Whoever has shown it forgets it: it is shown once. */
export const forgetDraft = (): void => void (draft = null);
