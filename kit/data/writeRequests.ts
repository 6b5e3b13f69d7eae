import { paramOf } from '@/core/column';
import { type CompiledTable, ID, type Statement, type WriteRequest } from '@/core/compiled';
import type { AskedColumn, RecordValues, Scalar } from '@/core/model';

type RanStatement = WriteRequest['statements'][number];

/**
 * Saves one record, or a new one where it has no id, with records that belong to it (`lines`). `personal`: with what it
 * holds for the person who is signed in.
 */
export function saveRequest(
  table: CompiledTable,
  recordId: number | undefined,
  values: RecordValues,
  lines: readonly RanStatement[],
  personal: boolean,
): WriteRequest {
  const { statements } = table;
  const params = Object.fromEntries(
    table.columns.map((column) => [column.identifier, paramOf(column, values[column.id] ?? null)]),
  );
  const mine = personal ? statements.personal : null;
  return {
    verb: 'Saved',
    unchangedVerb: 'Kept',
    // Where the same value again keeps or updates a record, that one is meant and not the last that was made.
    subject:
      recordId === undefined && statements.same
        ? { ...statements.same, id: 'last', params, when: 'after' }
        : { ...statements.record, id: recordId ?? 'last', when: 'after' },
    statements: [
      ...(recordId === undefined ? inserted(table, params, mine) : updated(table, { ...params, [ID]: recordId }, mine)),
      ...lines,
    ],
  };
}

type Personal = CompiledTable['statements']['personal'];

const inserted = (
  { statements, identifier }: CompiledTable,
  params: RanStatement['params'],
  mine: Personal,
): RanStatement[] => [
  ...statements.replaced.map((each) => ({ ...each, params, table: identifier })),
  // An older record may stay as it is; else one is made, or something is wrong.
  { ...statements.insert, params, table: identifier, mustChange: statements.same === null },
  ...(mine ? [{ ...mine.inserted, params, table: mine.table }] : []),
];

const updated = (
  { statements, identifier }: CompiledTable,
  params: RanStatement['params'],
  mine: Personal,
): RanStatement[] => [
  { ...statements.update, params, table: identifier, mustChange: true },
  ...(mine ? [{ ...mine.updated, params, table: mine.table }] : []),
];

export const removeRequest = ({ statements, identifier }: CompiledTable, recordId: number): WriteRequest => ({
  verb: 'Deleted',
  subject: { ...statements.record, id: recordId, when: 'before' },
  statements: [{ ...statements.remove, params: { [ID]: recordId }, table: identifier, mustChange: true }],
});

/** Deletes several records in one transaction: all of them or none. */
export const removeAllRequest = (table: CompiledTable, ids: readonly number[]): WriteRequest => ({
  verb: `Deleted ${countedRecords(table, ids.length)}`,
  statements: [{ ...table.statements.removeMany, params: {}, many: ids, table: table.identifier, mustChange: true }],
});

/** Gives several records one value in one transaction. */
export const setAllRequest = (
  table: CompiledTable,
  ids: readonly number[],
  column: AskedColumn,
  value: Scalar,
): WriteRequest => ({
  verb: `Set ${column.name} of ${countedRecords(table, ids.length)}`,
  statements: [setStatement(table, ids, column, value)],
});

/** Gives columns of one record values in one transaction; `verb` says what that is: "Moved". */
export const setOfRequest = (
  table: CompiledTable,
  verb: string,
  recordId: number,
  values: readonly { column: AskedColumn; value: Scalar }[],
): WriteRequest => ({
  verb,
  subject: { ...table.statements.record, id: recordId, when: 'after' },
  statements: values.map(({ column, value }) => setStatement(table, [recordId], column, value)),
});

const setStatement = (
  { statements, identifier }: CompiledTable,
  ids: readonly number[],
  column: AskedColumn,
  value: Scalar,
): RanStatement => ({
  ...(statements.setMany[column.identifier] as Statement),
  params: { value: paramOf(column, value) },
  many: ids,
  table: identifier,
  mustChange: true,
});

/** "1 garment", "12 garments". */
export const countedRecords = ({ name, recordName }: CompiledTable, count: number): string =>
  `${count} ${(count === 1 ? recordName : name).toLowerCase()}`;
