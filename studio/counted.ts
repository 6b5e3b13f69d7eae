const format = new Intl.NumberFormat('en-GB');

/** "1,200". */
export const figure = (count: number): string => format.format(count);

/** "1 row", "1,200 rows". */
export const counted = (count: number, one: string, many: string): string =>
  `${figure(count)} ${count === 1 ? one : many}`;

const UNITS = ['bytes', 'kB', 'MB', 'GB', 'TB'] as const;
const short = new Intl.NumberFormat('en-GB', { maximumSignificantDigits: 3 });

/** "12.3 MB": bytes in the unit that leaves one to three digits before the point. */
export function size(bytes: number): string {
  const step = bytes < 1 ? 0 : Math.min(UNITS.length - 1, Math.floor(Math.log10(bytes) / 3));
  return `${short.format(bytes / 1000 ** step)} ${UNITS[step]}`;
}
