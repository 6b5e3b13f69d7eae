/** The colours that a choice, a slot or a style can have. */
export const tones = ['green', 'amber', 'red', 'blue', 'plum', 'grey'] as const;

export type Tone = (typeof tones)[number];

export const ISO_DATE = /^(\d{4})-(\d{2})-(\d{2})$/;

/** Whether `text` is a calendar date in ISO 8601's extended format. */
export function isIsoDate(text: string): boolean {
  const match = ISO_DATE.exec(text);
  if (!match) return false;
  const [year, month, day] = [Number(match[1]), Number(match[2]), Number(match[3])];
  const date = new Date(Date.UTC(2000, month - 1, day));
  date.setUTCFullYear(year, month - 1, day);
  return date.getUTCFullYear() === year && date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
}

/** The name of the record that a routine is run on. */
export const THIS = 'this';

export const LEAST_ROW_HEIGHT = 48;
