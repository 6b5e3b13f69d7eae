import { z } from 'zod';
import { ExpressionText, Id, Name } from './primitives';

/** What a routine calls a record or a value by, in expressions `:name`. */
export const GIVEN_NAME = /^\p{Ll}[\p{Ll}\d_]*$/u;

const GivenName = z.string().max(60).regex(GIVEN_NAME, 'expected small letters, digits and _');

const Words = z.string().min(1).max(200);

/** The value that a column is given. */
export const Assignment = z.strictObject({ columnId: Id, text: ExpressionText });

export type Assignment = z.infer<typeof Assignment>;

/** What a person is asked for: a value, a record, or whether to go on. */
export const Answer = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('text') }),
  z.strictObject({ kind: z.literal('number') }),
  z.strictObject({ kind: z.literal('date') }),
  z.strictObject({ kind: z.literal('choice'), choices: z.array(z.string().min(1).max(80)).min(1).max(30) }),
  z.strictObject({ kind: z.literal('record'), tableId: Id, queryId: Id.optional() }),
  z.strictObject({ kind: z.literal('confirm') }),
]);

export type Answer = z.infer<typeof Answer>;

const id = { id: Id };

/** An expression that is a path to a record: `:this`, `garment`, `:repair.production`. */
const record = { record: ExpressionText };

/** Files and histories from before it was called so have it under its former name. */
const LookUp = z.enum(['lookUp', 'refresh']).transform(() => 'lookUp' as const);

const leaves = [
  /** Evaluates a value, for later steps. */
  z.strictObject({ ...id, kind: z.literal('set'), name: GivenName, text: ExpressionText }),
  z.strictObject({
    ...id,
    kind: z.literal('insert'),
    tableId: Id,
    name: GivenName,
    values: z.array(Assignment).max(60),
  }),
  z.strictObject({ ...id, kind: z.literal('update'), ...record, values: z.array(Assignment).max(60) }),
  z.strictObject({ ...id, kind: z.literal('delete'), ...record }),
  /**
   * Copies a record. `values`: what the copy is given instead, as of the record; `resetIds`: the columns that begin as
   * in a new record; `lineIds`: the links by which what belongs to it, or to its lines, is copied with it.
   */
  z.strictObject({
    ...id,
    kind: z.literal('copy'),
    ...record,
    name: GivenName,
    values: z.array(Assignment).max(60),
    resetIds: z.array(Id).max(60),
    lineIds: z.array(Id).max(12),
  }),
  /**
   * By a link column of the record's own table, or by one of a linking table that leads to the record: that is given a
   * row for the two.
   */
  z.strictObject({ ...id, kind: z.literal('link'), ...record, columnId: Id, to: ExpressionText }),
  z.strictObject({ ...id, kind: z.literal('unlink'), ...record, columnId: Id, from: ExpressionText.optional() }),
  z.strictObject({ ...id, kind: z.literal('ask'), name: GivenName, question: Words, answer: Answer }),
  z.strictObject({ ...id, kind: z.literal('message'), text: ExpressionText }),
  z.strictObject({ ...id, kind: z.literal('go'), screenId: Id, record: ExpressionText.optional() }),
  /** Asks the catalogue about the record's code, and sets those columns that it has a fitting answer for. */
  z.strictObject({ ...id, kind: LookUp, ...record, codeId: Id, columnIds: z.array(Id).min(1).max(60) }),
  z.strictObject({ ...id, kind: z.literal('run'), routineId: Id, record: ExpressionText.optional() }),
] as const;

type Leaf = z.infer<(typeof leaves)[number]>;

/** Goes over rows; bare names in its condition and its steps are of each row. */
export interface EachStep {
  id: string;
  kind: 'each';
  tableId: string;
  queryId?: string | undefined;
  given?: Record<string, string> | undefined;
  condition?: string | undefined;
  name: string;
  steps: Step[];
}

export interface IfStep {
  id: string;
  kind: 'if';
  condition: string;
  steps: Step[];
  otherwise: Step[];
}

/** One step of a routine. */
export type Step = Leaf | EachStep | IfStep;

export type StepKind = Step['kind'];

export type StepOf<K extends StepKind> = Extract<Step, { kind: K }>;

const Steps: z.ZodType<Step[]> = z.lazy(() => z.array(Step).max(60));

const Each = z.strictObject({
  ...id,
  kind: z.literal('each'),
  tableId: Id,
  queryId: Id.optional(),
  given: z.record(z.string(), z.string().min(1).max(2000)).optional(),
  condition: ExpressionText.optional(),
  name: GivenName,
  steps: Steps,
});

const If = z.strictObject({ ...id, kind: z.literal('if'), condition: ExpressionText, steps: Steps, otherwise: Steps });

export const Step: z.ZodType<Step> = z.lazy(() => z.discriminatedUnion('kind', [...leaves, Each, If]));

/** What starts a routine by itself: a record of its table was saved or is to be deleted, or the app was opened. */
export const routineStarts = ['saving', 'deleting', 'opening'] as const;

export type RoutineStart = (typeof routineStarts)[number];

/** Named steps that run as one transaction. */
export const Routine = z.strictObject({
  id: Id,
  name: Name,
  /** The table of the record that it is run on, `:this`; without one it is run by itself. */
  tableId: Id.optional(),
  starts: z.array(z.enum(routineStarts)).max(3).optional(),
  steps: Steps,
});

export type Routine = z.infer<typeof Routine>;

/** The steps inside a step, branch by branch. */
export const branchesOf = (step: Step): Step[][] => [
  ...('steps' in step ? [step.steps] : []),
  ...('otherwise' in step ? [step.otherwise] : []),
];

/** Every step with those inside it, in the order of reading. */
export const allSteps = (steps: readonly Step[]): Step[] =>
  steps.flatMap((step) => [step, ...branchesOf(step).flatMap(allSteps)]);
