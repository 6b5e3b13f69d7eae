import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { type Control, useWatch } from 'react-hook-form';
import { useKit } from '../base/context';
import { rowsQuery } from '../data/rowsQuery';
import { paramOf } from '@/core/column';
import { type CompiledForm, type CompiledTable, NO_STATEMENT } from '@/core/compiled';
import type { Params, Row } from '@/core/driver';
import type { Column, Scalar } from '@/core/model';

/** What is typed in a form, by column id. */
export type Typed = Record<string, string>;

/**
 * What a form evaluates from what is typed: conditions, facts and checks, by the very expressions of the plan, on the
 * database.
 */
export function useEvaluated(
  form: CompiledForm,
  table: CompiledTable,
  recordId: number | undefined,
  control: Control<Typed>,
  typedNow: () => Typed,
  read: (column: Column, text: string) => Scalar,
): { row: Row | null; failedChecks(): Promise<CompiledForm['checks']> } {
  const { database } = useKit();
  const { live } = form;
  const watched = useWatch({ control, disabled: live === null }) as Typed;
  const paramsOf = (typed: Typed): Params => ({
    id: recordId ?? null,
    ...Object.fromEntries(
      table.columns.map((column) => [column.identifier, paramOf(column, read(column, typed[column.id] ?? ''))]),
    ),
  });
  const params = live === null ? NOTHING : paramsOf(watched);
  // Pictures and files are too heavy for a key, and no condition looks into them.
  const key = JSON.stringify(
    Object.entries(params).map(([name, value]) => [name, typeof value === 'object' ? value !== null : value]),
  );
  const { data } = useQuery({
    ...rowsQuery(database, { ...(live ?? NO_STATEMENT), params }),
    queryKey: ['rows', ...database.scope, live?.sql ?? '', key],
    enabled: live !== null,
    placeholderData: keepPreviousData,
    gcTime: 5000,
  });
  return {
    row: data?.rows[0] ?? null,
    failedChecks: async () => {
      if (live === null || form.checks.length === 0) return [];
      const [row] = (await database.read({ ...live, params: paramsOf(typedNow()) })).rows;
      // What is not known, because something is blank, stands in nobody's way.
      return form.checks.filter(({ key: check }) => row?.[check] === 0);
    },
  };
}

const NOTHING: Params = {};
