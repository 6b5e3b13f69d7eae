const figure = new Intl.NumberFormat('en-GB');

/** "1 row", "1,200 rows". */
export const counted = (count: number, one: string, many: string): string => `${figure.format(count)} ${count === 1 ? one : many}`;
