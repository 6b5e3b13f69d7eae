import type { Fault } from '@/core/fault';
import type { Definition, Step, StepKind, StepOf } from '@/core/model';
import type { StepScope } from '../stepScope';
import type { SentencePlan } from '../stepWords';
import { copy } from './copy';
import { branch, each, go, run } from './flow';
import { link, unlink } from './links';
import type { StepPlan, StepTraits, Written } from './traits';
import { ask, message, set } from './values';
import { insert, lookUp, remove, update } from './writes';

/** What the plan says of each kind of step. */
const stepTraits: { [K in StepKind]: StepTraits<StepOf<K>> } = {
  ask,
  copy,
  delete: remove,
  each,
  go,
  if: branch,
  insert,
  link,
  message,
  lookUp,
  run,
  set,
  unlink,
  update,
};

export const traitsOf = <S extends Step>(step: S): StepTraits<S> => stepTraits[step.kind] as unknown as StepTraits<S>;

/** A step as a sentence in the plan's names. Steps inside it come after its colon. */
export const stepSentence = (app: SentencePlan, step: Step, scope: StepScope): string =>
  traitsOf(step).sentence(app, step, scope);

/** Why a step cannot run, its expressions aside. */
export const stepFaults = (definition: Definition, step: Step, scope: StepScope): Fault[] =>
  traitsOf(step).faults(definition, step, scope);

/** The tables whose records a step saves or deletes, with those of cascaded deletes. */
export const stepWrites = (plan: StepPlan, step: Step, scope: StepScope): Written[] =>
  traitsOf(step).writes(plan, step, scope);

/** Whether a step asks a person or the catalogue. */
export const stepAsks = (step: Step): boolean => traitsOf(step).asks;
