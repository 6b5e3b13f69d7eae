import { distinctions } from '../key';
import { incomingLinks } from '../link';
import { isPersonal } from '../people';
import { recordTableAt, type StepScope } from '../stepScope';
import { stepValueWords } from '../stepWords';
import { givenTwice } from './faults';
import { quietStep, recordOf, saving, type StepPlan, type StepTraits, withRecord } from './traits';
import { lower, setWords, tableNamed } from './words';
import { atRecord, valuesOfRecord } from './writes';
import { isAsked, isLink, mustBeGiven } from '@/core/column';
import { fault, type Fault, unless } from '@/core/fault';
import type { AskedColumn, ColumnOf, StepOf, Table } from '@/core/model';

type CopyStep = StepOf<'copy'>;

/** A table that a copy takes in: the record's own (`by` null), or one whose records belong to what is copied before. */
export interface CopiedTable {
  table: Table;
  by: ColumnOf<'link'> | null;
}

/** Everything that a step copies, the record's table first; null where it names something that is not there. */
export function copiedTables(plan: StepPlan, { record, lineIds }: CopyStep, scope: StepScope): CopiedTable[] | null {
  const own = tableNamed(plan, recordTableAt(plan, scope, record));
  if (!own) return null;
  const copied: CopiedTable[] = [{ table: own, by: null }];
  for (const id of lineIds) {
    const [side] = linesToCopy(plan, copied).filter(({ by }) => by.id === id);
    if (!side) return null;
    copied.push(side);
  }
  return copied;
}

/** The links by which records of further tables belong to those that are copied. */
export const linesToCopy = (plan: StepPlan, copied: readonly CopiedTable[]): { table: Table; by: ColumnOf<'link'> }[] =>
  copied
    .flatMap(({ table }) => incomingLinks(plan, table.id))
    .filter(({ table }) => !copied.some((each) => each.table.id === table.id))
    .map(({ table, column }) => ({ table, by: column }));

/** The columns that a copy takes over, unless they are reset: what a record has for each person stays with it. */
export const copiedColumns = ({ columns }: Table): AskedColumn[] =>
  columns.filter(isAsked).filter((column) => !isPersonal(column));

/** Why the records of a table cannot be copied so. */
function copyFaults(step: CopyStep, { table, by }: CopiedTable, before: readonly CopiedTable[]): Fault[] {
  const isSet = ({ id }: { id: string }) => by === null && step.values.some(({ columnId }) => columnId === id);
  const isReset = ({ id }: { id: string }) => step.resetIds.includes(id);
  const blank = copiedColumns(table).filter((column) => isReset(column) && mustBeGiven(column));
  // A link to what is copied before is another one in the copy, from the first.
  const differs = (column: AskedColumn) =>
    isSet(column) ||
    isReset(column) ||
    (by !== null && isLink(column) && before.some((each) => each.table.id === column.tableId));
  return [
    ...blank.map(({ id, name }) =>
      fault('copied-blank', { column: `${table.name} › ${name}` }, ['resetIds', step.resetIds.indexOf(id)]),
    ),
    ...distinctions(table)
      .filter(({ columns }) => !columns.some(differs))
      .map(({ columns }) =>
        fault('copied-same', {
          columns: `${table.name} › ${columns.map(({ name }) => name).join(' and ')}`,
          canReset: !columns.every(mustBeGiven),
          canGive: by === null,
        }),
      ),
  ];
}

/** Copies a record with the lines that belong to it; links are kept, chosen columns begin anew. */
export const copy: StepTraits<CopyStep> = {
  ...quietStep,
  names: ({ values, resetIds, lineIds }) => ({
    columns: [...values.map(({ columnId }) => columnId), ...resetIds, ...lineIds],
  }),
  after: (plan, { name, record }, scope) => {
    const tableId = recordTableAt(plan, scope, record);
    return tableId === null ? scope : withRecord(scope, name, tableId);
  },
  expressions: (plan, step, scope) => [...recordOf(step, scope), ...valuesOfRecord(plan, step, scope)],
  faults: (definition, step, scope) => {
    const copied = copiedTables(definition, step, scope);
    // A path that leads to no record is told with the path.
    if (!copied)
      return unless(recordTableAt(definition, scope, step.record) === null, 'no-copied-lines', {}, ['lineIds']);
    const columns = copied.flatMap(({ table }) => copiedColumns(table));
    const own = copiedColumns(copied[0]?.table as Table);
    const given = [...step.values, ...step.resetIds.map((columnId) => ({ columnId }))];
    const isAmong = (among: readonly AskedColumn[], id: string) => among.some((column) => column.id === id);
    return [
      ...step.resetIds.flatMap((id, at) => unless(isAmong(columns, id), 'no-reset', {}, ['resetIds', at])),
      ...step.values.flatMap(({ columnId }, at) => unless(isAmong(own, columnId), 'no-copied', {}, ['values', at])),
      ...givenTwice(given),
      ...copied.flatMap((each, at) => copyFaults(step, each, copied.slice(0, at))),
    ];
  },
  writes: (plan, step, scope) => (copiedTables(plan, step, scope) ?? []).flatMap(({ table }) => saving(table.id)),
  sentence: (app, step, scope) => {
    const { record, values, resetIds } = step;
    const copied = copiedTables(app, step, scope) ?? [];
    const tableId = copied[0]?.table.id ?? null;
    const lines = copied.slice(1).map(({ table }) => lower(table.name));
    const reset = copied.flatMap(({ table }) => table.columns.filter(({ id }) => resetIds.includes(id)));
    return [
      `Copy ${stepValueWords(app, record, scope)}`,
      lines.length > 0 ? ` with its ${lines.join(', ')}` : '',
      values.length > 0 ? `: set ${setWords(app, values, tableId, atRecord(scope, tableId))}` : '',
      reset.length > 0 ? `${values.length > 0 ? ';' : ':'} start ${reset.map(({ name }) => name).join(', ')} anew` : '',
      '.',
    ].join('');
  },
};
