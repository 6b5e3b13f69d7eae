import { mustBeGiven } from '@/core/column';
import type { Definition, StepOf } from '@/core/model';
import {
  copiedColumns,
  type CopiedTable,
  copiedTables,
  distinctions,
  recordTableAt,
  type StepScope,
} from '@/core/plan';

type CopyStep = StepOf<'copy'>;

/** Of a table that comes in: what must be different in every record is reset, where it can be. */
const resetsOf = ({ table, by }: CopiedTable): string[] =>
  distinctions(table).flatMap(({ columns }) => {
    const free = columns.find((column) => !mustBeGiven(column));
    return free && !columns.some(({ id }) => id === by?.id) ? [free.id] : [];
  });

/** A copy of a record by itself, with what must be different reset. */
export function newCopy(app: Definition, scope: StepScope, step: CopyStep): CopyStep {
  const bare: CopyStep = { ...step, values: [], resetIds: [], lineIds: [] };
  const [own] = copiedTables(app, bare, scope) ?? [];
  return own ? { ...bare, resetIds: resetsOf(own) } : bare;
}

/** The step with another record: of the same table all stands, of another it begins anew. */
export const copyOf = (app: Definition, scope: StepScope, step: CopyStep, record: string): CopyStep =>
  recordTableAt(app, scope, record) === recordTableAt(app, scope, step.record)
    ? { ...step, record }
    : newCopy(app, scope, { ...step, record });

/** The step with the records that belong to it by a link, what must be different in them reset. */
export function withLines(app: Definition, scope: StepScope, step: CopyStep, linkId: string): CopyStep {
  const next = { ...step, lineIds: [...step.lineIds, linkId] };
  const added = copiedTables(app, next, scope)?.at(-1);
  return added ? { ...next, resetIds: [...step.resetIds, ...resetsOf(added)] } : step;
}

/** The step without the records of a link, those that belong to them, and what of them was reset. */
export function withoutLines(app: Definition, scope: StepScope, step: CopyStep, linkId: string): CopyStep {
  const lineIds: string[] = [];
  for (const id of step.lineIds.filter((each) => each !== linkId))
    if (copiedTables(app, { ...step, lineIds: [...lineIds, id] }, scope)) lineIds.push(id);
  const columns = (copiedTables(app, { ...step, lineIds }, scope) ?? []).flatMap(({ table }) => copiedColumns(table));
  return { ...step, lineIds, resetIds: step.resetIds.filter((id) => columns.some((column) => column.id === id)) };
}
