import type { Fault } from '@/core/fault';
import type { Column, Definition, RoutineStart, Step } from '@/core/model';
import type { SentencePlan } from '../stepWords';
import type { StepScope } from '../stepScope';

export type StepPlan = Pick<Definition, 'tables'>;

/** The ids of what a step names. */
export interface NamedIds {
  tables: string[];
  columns: string[];
  queries: string[];
  screens: string[];
  routines: string[];
}

/** What an expression of a step has to give. */
export type StepExpected =
  | { kind: 'value' }
  | { kind: 'condition' }
  | { kind: 'record'; tableId?: string }
  | { kind: 'assigned'; column: Column | undefined };

/** An expression of a step: what is at hand there, and which table its bare names are of. */
export interface StepExpression {
  step: Step;
  text: string;
  scope: StepScope;
  tableId: string | null;
  expected: StepExpected;
  set(text: string): void;
}

/** A table whose records a step saves, or deletes. */
export interface Written {
  tableId: string;
  start: RoutineStart;
}

/** All that the plan says of one kind of step. `scope` is what is at hand where it stands. */
export interface StepTraits<S extends Step> {
  names(step: S): Partial<NamedIds>;
  /** What is at hand inside it, where steps stand in it. */
  inside(step: S, scope: StepScope): StepScope;
  /** What is at hand after it. */
  after(plan: StepPlan, step: S, scope: StepScope): StepScope;
  /** Its expressions, without those of the steps inside it. */
  expressions(plan: StepPlan, step: S, scope: StepScope): StepExpression[];
  /** Why it cannot run, its expressions aside. */
  faults(definition: Definition, step: S, scope: StepScope): Fault[];
  writes(plan: StepPlan, step: S, scope: StepScope): Written[];
  /** Whether it asks a person or the catalogue. */
  asks: boolean;
  /** As a sentence in the plan's names. Steps inside it come after its colon. */
  sentence(app: SentencePlan, step: S, scope: StepScope): string;
}

/** A step that brings nothing to hand, writes nothing and can always run; kinds say what is otherwise. */
export const quietStep = {
  names: () => ({}),
  inside: (_: Step, scope: StepScope) => scope,
  after: (_: StepPlan, __: Step, scope: StepScope) => scope,
  faults: () => [],
  writes: () => [],
  asks: false,
};

/** What is at hand with one record, or one value, more. */
export const withRecord = (scope: StepScope, name: string, tableId: string): StepScope => ({
  ...scope,
  records: { ...scope.records, [name]: tableId },
});
export const withValue = (scope: StepScope, name: string, type: StepScope['values'][string]): StepScope => ({
  ...scope,
  values: { ...scope.values, [name]: type },
});

/** An expression whose bare names are of the row at hand. */
export const expressionOf = (
  step: Step,
  scope: StepScope,
  text: string,
  expected: StepExpected,
  set: (text: string) => void,
): StepExpression => ({ step, scope, tableId: scope.row?.tableId ?? null, text, expected, set });

/** The path to the record that a step is about; none where it names no record. */
export const recordOf = (
  step: Step & { record?: string | undefined },
  scope: StepScope,
  tableId?: string | null,
): StepExpression[] =>
  step.record === undefined
    ? []
    : [
        expressionOf(
          step,
          scope,
          step.record,
          { kind: 'record', ...(tableId === undefined || tableId === null ? {} : { tableId }) },
          (text) => void (step.record = text),
        ),
      ];

/** A column of a table by their ids, where it is there. */
export const columnIn = ({ tables }: StepPlan, tableId: string | null, columnId: string): Column | undefined =>
  tables.find(({ id }) => id === tableId)?.columns.find(({ id }) => id === columnId);

/** That records of a table are saved, where it is known which. */
export const saving = (tableId: string | null | undefined): Written[] =>
  tableId ? [{ tableId, start: 'saving' }] : [];
