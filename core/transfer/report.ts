import type { DateOrder } from '@/core/column';
import { type ColumnUse, openQuestion, type ReadSheet, type Refusal, type SheetSettings } from './tables';
import { textOf } from './texts';

/** What an import did, and what it could not do. */
export interface ImportReport {
  inserted: number;
  updated: number;
  skipped: number;
  /** Rows left out, or cells left blank; at most `MOST_TOLD` of them are told. */
  refused: Refusal[];
  refusedCount: number;
  /** What of a database could not be kept as it was. */
  notes: string[];
}

export const MOST_TOLD = 500;

/** A sheet as it is shown before it is imported. */
export interface SheetPreview {
  settings: SheetSettings;
  rows: number;
  columns: {
    index: number;
    name: string;
    kind: ReadSheet['columns'][number]['settings']['kind'];
    use: ColumnUse;
    doubtful: number;
    dateOrders: DateOrder[];
  }[];
  /** The first rows, then the first with a doubtful cell; `doubtful` are the columns whose cell does not suit them. */
  sample: { row: number; texts: string[]; doubtful: number[] }[];
  /** What has to be answered before it can be imported. */
  question: string | null;
}

const FIRST_ROWS = 6;
const DOUBTFUL_ROWS = 12;

export function previewSheet(read: ReadSheet, settings: SheetSettings): SheetPreview {
  const doubtful = read.columns.map(
    (column) => new Set(column.use === 'column' ? column.doubtful.map(({ row }) => row) : []),
  );
  const first = read.rows.slice(0, FIRST_ROWS).map((_, index) => index);
  const marked = [...new Set(doubtful.flatMap((rows) => [...rows]))]
    .filter((index) => index >= FIRST_ROWS)
    .sort((left, right) => left - right)
    .slice(0, DOUBTFUL_ROWS);
  return {
    settings: { ...settings, name: read.name, header: read.header },
    rows: read.rows.length,
    columns: read.columns.map(({ name, settings: { kind }, use, dateOrders, doubtful: { length } }, index) => ({
      index,
      name,
      kind,
      use,
      doubtful: length,
      dateOrders,
    })),
    question: openQuestion(read),
    sample: [...first, ...marked].map((index) => ({
      row: read.firstRow + index,
      texts: read.columns.map((_, column) => textOf(read.rows[index]?.[column] ?? null).slice(0, 80)),
      doubtful: doubtful.flatMap((rows, column) => (rows.has(index) ? [column] : [])),
    })),
  };
}
