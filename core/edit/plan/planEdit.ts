import type { ColumnSettings } from '@/core/column';
import type { Column, Definition, Naming, People, Query, Routine, Screen, Table, TableKey } from '@/core/model';

/** One change to the plan. New ids come in with the edit, so that applying it twice gives the same definition. */
export type PlanEdit =
  | { kind: 'renameApp'; name: string }
  /** A table with the columns that are given; with one called Name where none are. */
  | { kind: 'addTable'; tableId: string; columnId: string; name: string; columns?: ColumnSettings[] }
  | { kind: 'renameTable'; tableId: string; name: string; recordName: string }
  | { kind: 'setHeading'; tableId: string; heading: string }
  /** Whether the rows of a table are only for the person who made them. */
  | { kind: 'setOwned'; tableId: string; owned: boolean }
  /** People to sign in as: the records of a table, which `add` makes, or none any more. */
  | { kind: 'setPeople'; people: People | null; add?: { columnId: string; name: string } }
  /** Tables that come out of a file, with ids and names that are free. */
  | { kind: 'importTables'; tables: Table[]; from: string }
  /** What was copied comes in, under ids and names that are free. `changed`: a screen that it came into. */
  | {
      kind: 'paste';
      what: string;
      tables: Table[];
      columns: { tableId: string; column: Column }[];
      queries: Query[];
      routines: Routine[];
      screens: Screen[];
      changed?: Screen;
    }
  | { kind: 'moveTable'; tableId: string; to: number }
  | { kind: 'removeTable'; tableId: string }
  /**
   * A text column that names records elsewhere becomes a link to them; the text stays, under another name, unless it
   * goes.
   */
  | { kind: 'linkText'; tableId: string; columnId: string; link: ColumnSettings; keepText: boolean }
  /** A many-to-many link: a table whose rows each belong to one record of either side. */
  | { kind: 'addLinkingTable'; tableId: string; name: string; sides: [LinkSide, LinkSide] }
  | { kind: 'addColumn'; tableId: string; column: ColumnSettings; to?: number }
  | { kind: 'addColumns'; tableId: string; columns: ColumnSettings[] }
  | { kind: 'changeColumn'; tableId: string; column: ColumnSettings }
  | { kind: 'moveColumn'; tableId: string; columnId: string; to: number }
  | { kind: 'removeColumn'; tableId: string; columnId: string }
  | { kind: 'setNaming'; tableId: string; naming: Naming }
  /** Columns that tell records apart, or find them, together; one of the same id takes its place. */
  | { kind: 'setKey'; tableId: string; key: TableKey }
  | { kind: 'removeKey'; tableId: string; keyId: string };

/**
 * One side of a many-to-many link: the table, what the linking row calls its record, and what the record calls the
 * linking rows.
 */
export interface LinkSide {
  tableId: string;
  columnId: string;
  name: string;
  inverse: string;
}

export type PlanEditOf<K extends PlanEdit['kind']> = Extract<PlanEdit, { kind: K }>;

/** What one kind of edit does to a definition, and what it did in the words of the undo button. */
export interface Change<K extends PlanEdit['kind']> {
  /** Changes the draft; throws a Problem where the edit cannot stand. */
  make(draft: Definition, edit: PlanEditOf<K>): void;
  words(before: Definition, edit: PlanEditOf<K>): string;
}
