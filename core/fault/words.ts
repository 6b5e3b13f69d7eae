/** Words for each code of a table of faults. One that is missing does not compile. */
export type WordsOf<T> = { [C in keyof T]: (data: T[C]) => string };
