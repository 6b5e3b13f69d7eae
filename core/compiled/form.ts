import { ID } from './columns';
import type { Own } from './own';
import { ownerFragment } from './owner';
import { type RowsOf, select, type Selected } from './selected';
import { type CompiledSlot, selectedOf } from './slot';
import type { Statement } from './statement';
import { isLink } from '@/core/column';
import type { AskedColumn, Check, ColumnOf, FormPart, FormScreen } from '@/core/model';
import { as, name, param, raw, rowsOf, sql } from '@/core/sql';

type Field = Extract<FormPart, { kind: 'field' }>;

export type CompiledFormPart =
  | (Pick<Field, 'id' | 'help' | 'placeholder' | 'input'> &
      Own & {
        kind: 'field';
        column: AskedColumn;
        /** What it starts with, whether it is fixed and whether it is seen, where that is evaluated. */
        start: Selected | null;
        readOnly: Selected | null;
        visible: Selected | null;
      })
  | { kind: 'heading'; id: string; text: string }
  | { kind: 'fact'; id: string; slot: CompiledSlot }
  | {
      kind: 'lines';
      id: string;
      title: string;
      tableId: string;
      column: ColumnOf<'link'>;
      fields: AskedColumn[];
      statement: Statement;
    };

/** What must hold for a record to be saved. */
export interface CompiledCheck extends Selected, Pick<Check, 'id' | 'message' | 'columnId'> {}

export interface CompiledForm {
  tableId: string;
  parts: CompiledFormPart[];
  checks: CompiledCheck[];
  after: NonNullable<FormScreen['after']>;
  /** What is evaluated from what is typed: conditions, facts, checks. Parameters by column identifier, and `id`. */
  live: Statement | null;
  /** What a new record begins with, from what it would else; parameters as for `live`. */
  start: Statement | null;
}

/** The columns of a row as it is typed: those that people fill in, and those that the database does. */
export interface TypedColumns {
  asked: readonly string[];
  filled: readonly string[];
}

/** What a form evaluates, by its parts and checks. */
export function formReads(
  rows: RowsOf,
  columns: TypedColumns,
  parts: readonly CompiledFormPart[],
  checks: readonly CompiledCheck[],
): Pick<CompiledForm, 'live' | 'start'> {
  const given = (each: Selected | null): Selected[] => (each ? [each] : []);
  const live = parts.flatMap((part): Selected[] => {
    if (part.kind === 'fact') return selectedOf([part.slot]);
    return part.kind === 'field' ? [...given(part.readOnly), ...given(part.visible)] : [];
  });
  const start = parts.flatMap((part) => (part.kind === 'field' ? given(part.start) : []));
  return { live: typedRow(rows, columns, [...live, ...checks]), start: typedRow(rows, columns, start) };
}

/** Evaluates over a record as it is typed: a row of parameters that stands where the table would. */
function typedRow(
  { table, owned }: RowsOf,
  { asked, filled }: TypedColumns,
  selected: readonly Selected[],
): Statement | null {
  if (selected.length === 0) return null;
  const columns = [ID, ...asked].map((each) => as(param(each), each));
  const blank = filled.map((each) => as(raw('NULL'), each));
  return ownerFragment(
    owned,
    sql`SELECT ${select(selected)} FROM (SELECT ${[...columns, ...blank]}) AS ${name(table)}`,
  );
}

/** The records of this table that a form edits with their own; parameter `id`. */
export function formLines(
  { table, owned }: RowsOf,
  asked: readonly AskedColumn[],
  link: Pick<ColumnOf<'link'>, 'identifier'>,
): Statement {
  const row = name(table);
  const columns = asked.filter((column) => !column.perPerson || isLink(column));
  const read = columns.map(({ identifier }) => sql`${row}.${name(identifier)}`);
  return ownerFragment(
    owned,
    sql`
      SELECT ${[sql`${row}."id"`, ...read]}
      FROM ${rowsOf(table)}
      WHERE ${row}.${name(link.identifier)} = ${param('id')}
      ORDER BY ${row}."id"`,
  );
}
