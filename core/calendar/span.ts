import { addDays, daysBetween } from './days';

/** A date, and the one that is reached to as it is stored: it may be blank, or before the first. */
export interface Span {
  day: string;
  until: string | null;
}

/** The last day that a span reaches over. */
const lastDay = ({ day, until }: Span): string => (until !== null && until > day ? until : day);

/** Whether it reaches over a day. */
export const standsOn = (span: Span, day: string): boolean => span.day <= day && lastDay(span) >= day;

/** A span that is taken from one day to another: it keeps its length. */
export function movedTo({ day, until }: Span, from: string, to: string): Span {
  const days = daysBetween(from, to);
  return { day: addDays(day, days), until: until === null ? null : addDays(until, days) };
}
