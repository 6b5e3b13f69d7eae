import { useCallback, useRef } from 'react';
import { type CompiledTable, ID, SHOWN_NAME } from '@/core/compile';
import { paramOf, type RecordValues } from '@/core/definition';
import { describeProblem, type Problem, toProblem } from '@/core/problem';
import { useKit } from './context';

/** What a form and its buttons can do to the records of a table. */
export function useWrites(table: CompiledTable) {
  const { database, notify, people } = useKit();
  const busy = useRef(false);

  /** Saves one record and tells its id, or the problem. A second call before the first has ended does nothing. */
  const save = useCallback(
    async (recordId: number | undefined, values: RecordValues): Promise<{ id: number; label: string } | { problem: Problem } | null> => {
      if (busy.current) return null;
      busy.current = true;
      try {
        const { identifier } = table;
        const params = Object.fromEntries(table.columns.map((column) => [column.identifier, paramOf(column, values[column.id] ?? null)]));
        const { statements } = table;
        const mine = people.current === null ? null : statements.personal;
        const ripple = await database.write({
          verb: 'Saved',
          unchangedVerb: 'Kept',
          // Where the same value again keeps or updates a record, that one is meant and not the last that was made.
          subject: recordId === undefined && statements.same ? { sql: statements.same.sql, id: 'last', params, when: 'after' } : { sql: statements.record.sql, id: recordId ?? 'last', when: 'after' },
          statements:
            recordId === undefined
              ? [
                  ...statements.replaced.map(({ sql }) => ({ sql, params, table: identifier })),
                  // An older record may stay as it is; else one is made, or something is wrong.
                  { sql: statements.insert.sql, params, table: identifier, mustChange: statements.same === null },
                  ...(mine ? [{ sql: mine.inserted.sql, params, table: mine.table }] : []),
                ]
              : [
                  { sql: statements.update.sql, params: { ...params, [ID]: recordId }, table: identifier, mustChange: true },
                  ...(mine ? [{ sql: mine.updated.sql, params: { ...params, [ID]: recordId }, table: mine.table }] : []),
                ],
        });
        return { id: recordId ?? ripple.lastId ?? 0, label: ripple.label };
      } catch (error) {
        return { problem: toProblem(error) };
      } finally {
        busy.current = false;
      }
    },
    [database, table, people],
  );

  /** Deletes a record at once; the notice can take it back. */
  const remove = useCallback(
    async (recordId: number): Promise<boolean> => {
      try {
        const { statements } = table;
        const ripple = await database.write({
          verb: 'Deleted',
          subject: { sql: statements.record.sql, id: recordId, when: 'before' },
          statements: [{ sql: statements.remove.sql, params: { [ID]: recordId }, table: table.identifier, mustChange: true }],
        });
        notify({ text: ripple.label, tone: 'done', undoSeq: ripple.seq });
        return true;
      } catch (error) {
        const { what, kept, todo } = describeProblem(toProblem(error));
        notify({ text: `${what} ${kept} ${todo}`, tone: 'problem' });
        return false;
      }
    },
    [database, notify, table],
  );

  return { save, remove };
}

export { ID, SHOWN_NAME };
