import type { StudioKind } from './studioKind';
import type { Column, ColumnOf } from '@/core/model';
import { quoteText } from '@/core/sql';

/** A kind that has to be told nothing about itself. */
const kind = <C extends Column>(
  name: string,
  Fields: string,
  more: Partial<Pick<StudioKind<C>, 'start' | 'stepValue' | 'isTyped'>> = {},
): StudioKind<C> => ({ name, facts: () => [], Fields, isTyped: false, start: 'typed', stepValue: null, ...more });

const newText = (name: string) => quoteText(`New ${name.toLowerCase()}`);

export const text = kind<ColumnOf<'text'>>('Text', 'One line, such as a name.', { isTyped: true, stepValue: newText });

export const longText = kind<ColumnOf<'longText'>>('Long text', 'Several lines, such as notes.', {
  isTyped: true,
  stepValue: newText,
});

export const yesNo = kind<ColumnOf<'yesNo'>>('Yes/no', 'A switch.', { start: 'ticked' });

export const date = kind<ColumnOf<'date'>>('Date', 'A day in the calendar.', {
  start: 'today',
  stepValue: () => ':today',
});

export const time = kind<ColumnOf<'time'>>('Time', 'A time of day, such as 19:30.');

export const dateTime = kind<ColumnOf<'dateTime'>>(
  'Date and time',
  'A moment: stored in UTC, shown where the person is.',
);

export const picture = kind<ColumnOf<'picture'>>(
  'Picture',
  'A photo or drawing. It is scaled down on the way in, to at most 400 kB.',
  { start: null },
);

export const file = kind<ColumnOf<'file'>>('File', 'Any attachment up to 2 MB, with its name and type.', {
  start: null,
});

export const created = kind<ColumnOf<'created'>>('Created', 'When a record was made. The database fills it in.', {
  start: null,
});

export const changed = kind<ColumnOf<'changed'>>(
  'Changed',
  'When a record was last changed. The database fills it in.',
  { start: null },
);

export const link: StudioKind<ColumnOf<'link'>> = {
  ...kind<ColumnOf<'link'>>('Link', '', { start: null }),
  facts: ({ tableId }, tableName) => [`to one ${tableName(tableId) ?? 'record'}`],
};

export const expression: StudioKind<ColumnOf<'expression'>> = {
  ...kind<ColumnOf<'expression'>>('Computed', '', { start: null }),
  facts: ({ text: written }) => [written],
};
