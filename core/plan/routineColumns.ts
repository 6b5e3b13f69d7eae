import { type Column, type Definition, allSteps, type Routine, type Step } from '@/core/model';
/** A column of a table by the ids, where it is there. */
export function columnOfRoutine(
  { tables }: Pick<Definition, 'tables'>,
  tableId: string,
  columnId: string,
): Column | undefined {
  return tables.find(({ id }) => id === tableId)?.columns.find(({ id }) => id === columnId);
}

/** The ids of the tables that a routine names, and of the columns, the queries, the screens and the routines. */
export function namedIn({ tableId, steps }: Routine): {
  tables: string[];
  columns: string[];
  queries: string[];
  screens: string[];
  routines: string[];
} {
  const all = allSteps(steps);
  const of = (pick: (step: Step) => (string | undefined)[]) => all.flatMap(pick).filter((id) => id !== undefined);
  return {
    tables: [
      ...(tableId === undefined ? [] : [tableId]),
      ...of((step) => [
        step.kind === 'insert' || step.kind === 'each'
          ? step.tableId
          : step.kind === 'ask' && step.answer.kind === 'record'
            ? step.answer.tableId
            : undefined,
      ]),
    ],
    columns: of((step) =>
      step.kind === 'insert' || step.kind === 'update'
        ? step.values.map(({ columnId }) => columnId)
        : step.kind === 'link' || step.kind === 'unlink'
          ? [step.columnId]
          : step.kind === 'refresh'
            ? [step.codeId, ...step.columnIds]
            : [],
    ),
    queries: of((step) => [
      step.kind === 'each'
        ? step.queryId
        : step.kind === 'ask' && step.answer.kind === 'record'
          ? step.answer.queryId
          : undefined,
    ]),
    screens: of((step) => [step.kind === 'go' ? step.screenId : undefined]),
    routines: of((step) => [step.kind === 'run' ? step.routineId : undefined]),
  };
}
