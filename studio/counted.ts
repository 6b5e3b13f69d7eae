const format = new Intl.NumberFormat('en-GB');

/** "1,200". */
export const figure = (count: number): string => format.format(count);

/** "1 row", "1,200 rows". */
export const counted = (count: number, one: string, many: string): string => `${figure(count)} ${count === 1 ? one : many}`;
