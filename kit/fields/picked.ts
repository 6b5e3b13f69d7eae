type Kind = 'date' | 'time' | 'datetime-local';

const two = (figure: number): string => String(figure).padStart(2, '0');
const dayOf = (at: Date): string =>
  `${String(at.getFullYear()).padStart(4, '0')}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
const hourOf = (at: Date): string => `${two(at.getHours())}:${two(at.getMinutes())}`;

/** What was chosen, as ISO 8601 without a zone: a date and a time are those of the wall. */
export function pickedText(kind: Kind, at: Date): string {
  if (kind === 'date') return dayOf(at);
  return kind === 'time' ? hourOf(at) : `${dayOf(at)}T${hourOf(at)}`;
}

/** Where a picker begins: at what stands there, or now. */
export function moment(kind: Kind, text: string, now = new Date()): Date {
  const [, year, month, day] = /^(\d{4})-(\d{2})-(\d{2})/.exec(text) ?? [];
  const [, hour, minute] = /(?:^|T)(\d{2}):(\d{2})/.exec(text) ?? [];
  if (kind !== 'time' && !year) return now;
  if (kind === 'time' && !hour) return now;
  const at = new Date(now);
  if (year) at.setFullYear(Number(year), Number(month) - 1, Number(day));
  at.setHours(Number(hour ?? 0), Number(minute ?? 0), 0, 0);
  return at;
}
