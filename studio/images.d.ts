declare module '*.png' {
  /** What an image component takes as its source. */
  const source: number;
  export default source;
}
