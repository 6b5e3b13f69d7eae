declare module 'csv-spectrum' {
  /** Awkward CSV files, each with what is in it as JSON. */
  export default function spectrum(
    done: (error: Error | null, files: { name: string; csv: Buffer; json: Buffer }[]) => void,
  ): void;
}
