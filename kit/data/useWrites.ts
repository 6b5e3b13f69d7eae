import { useCallback, useRef } from 'react';
import { type CompiledTable, ID, type RoutineNews, type WriteRequest, type Statement } from '@/core/compile';
import { paramOf } from '@/core/column';
import type { AskedColumn, RecordValues, Scalar } from '@/core/model';
import { describeProblem, type Problem, toProblem } from '@/core/problem';
import { useKit } from '../base/context';

/** What a form and its buttons can do to the records of a table. */
export function useWrites(table: CompiledTable) {
  const { database, notify, people } = useKit();
  const busy = useRef(false);

  /**
   * Saves one record, with records that belong to it (`lines`), and tells its id, or the problem. A second call before
   * the first has ended does nothing.
   */
  const save = useCallback(
    async (
      recordId: number | undefined,
      values: RecordValues,
      lines: WriteRequest['statements'] = [],
    ): Promise<{ id: number; label: string; news?: RoutineNews } | { problem: Problem } | null> => {
      if (busy.current) return null;
      busy.current = true;
      try {
        const { identifier } = table;
        const params = Object.fromEntries(
          table.columns.map((column) => [column.identifier, paramOf(column, values[column.id] ?? null)]),
        );
        const { statements } = table;
        const mine = people.current === null ? null : statements.personal;
        const ripple = await database.write({
          verb: 'Saved',
          unchangedVerb: 'Kept',
          // Where the same value again keeps or updates a record, that one is meant and not the last that was made.
          subject:
            recordId === undefined && statements.same
              ? { ...statements.same, id: 'last', params, when: 'after' }
              : { ...statements.record, id: recordId ?? 'last', when: 'after' },
          statements: [
            ...(recordId === undefined
              ? [
                  ...statements.replaced.map((each) => ({ ...each, params, table: identifier })),
                  // An older record may stay as it is; else one is made, or something is wrong.
                  { ...statements.insert, params, table: identifier, mustChange: statements.same === null },
                  ...(mine ? [{ ...mine.inserted, params, table: mine.table }] : []),
                ]
              : [
                  {
                    ...statements.update,
                    params: { ...params, [ID]: recordId },
                    table: identifier,
                    mustChange: true,
                  },
                  ...(mine ? [{ ...mine.updated, params: { ...params, [ID]: recordId }, table: mine.table }] : []),
                ]),
            ...lines,
          ],
        });
        return {
          id: recordId ?? ripple.lastId ?? 0,
          label: ripple.label,
          ...(ripple.news ? { news: ripple.news } : {}),
        };
      } catch (error) {
        return { problem: toProblem(error) };
      } finally {
        busy.current = false;
      }
    },
    [database, table, people],
  );

  /** Writes and tells what was done, with a way to take it back; or what went wrong. */
  const act = useCallback(
    async (request: WriteRequest): Promise<boolean> => {
      try {
        const ripple = await database.write(request);
        notify({
          text: [ripple.label, ...(ripple.news?.messages ?? [])].join('. '),
          tone: 'done',
          undoSeq: ripple.seq,
        });
        return true;
      } catch (error) {
        const { what, kept, todo } = describeProblem(toProblem(error));
        notify({ text: `${what} ${kept} ${todo}`, tone: 'problem' });
        return false;
      }
    },
    [database, notify],
  );

  /** Deletes a record at once. */
  const remove = useCallback(
    (recordId: number) =>
      act({
        verb: 'Deleted',
        subject: { ...table.statements.record, id: recordId, when: 'before' },
        statements: [removal(table, recordId)],
      }),
    [act, table],
  );
  /** Deletes several records in one transaction: all of them or none. */
  const removeAll = useCallback(
    (ids: readonly number[]) =>
      act({
        verb: `Deleted ${countedRecords(table, ids.length)}`,
        statements: [
          { ...table.statements.removeMany, params: {}, many: ids, table: table.identifier, mustChange: true },
        ],
      }),
    [act, table],
  );
  /** Gives several records one value in one transaction. */
  const setAll = useCallback(
    (ids: readonly number[], column: AskedColumn, value: Scalar) => {
      const statement = table.statements.setMany[column.identifier] as Statement;
      return act({
        verb: `Set ${column.name} of ${countedRecords(table, ids.length)}`,
        statements: [
          {
            ...statement,
            params: { value: paramOf(column, value) },
            many: ids,
            table: table.identifier,
            mustChange: true,
          },
        ],
      });
    },
    [act, table],
  );

  /** Gives columns of one record values in one transaction; `verb` says what that is: "Moved". */
  const setOf = useCallback(
    (verb: string, recordId: number, values: readonly { column: AskedColumn; value: Scalar }[]) =>
      act({
        verb,
        subject: { ...table.statements.record, id: recordId, when: 'after' },
        statements: values.map(({ column, value }) => ({
          ...(table.statements.setMany[column.identifier] as Statement),
          params: { value: paramOf(column, value) },
          many: [recordId],
          table: table.identifier,
          mustChange: true,
        })),
      }),
    [act, table],
  );

  return { save, remove, removeAll, setAll, setOf };
}

/** "1 garment", "12 garments". */
export const countedRecords = ({ name, recordName }: CompiledTable, count: number): string =>
  `${count} ${(count === 1 ? recordName : name).toLowerCase()}`;

const removal = ({ statements, identifier }: CompiledTable, id: number): WriteRequest['statements'][number] => ({
  ...statements.remove,
  params: { [ID]: id },
  table: identifier,
  mustChange: true,
});
