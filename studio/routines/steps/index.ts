import type { ComponentType } from 'react';
import type { Step, StepKind, StepOf } from '@/core/model';
import { copy } from './copy';
import { branch, each, go, run } from './flow';
import { link, unlink } from './links';
import type { NewStepAt, StepEditor, StepFieldsProps } from './stepEditor';
import { ask, message, set } from './values';
import { insert, lookUp, remove, update } from './writes';

/** How each kind of step is made and described, in the order of asking for them. */
const stepEditors: { [K in StepKind]: StepEditor<StepOf<K>> } = {
  update,
  insert,
  copy,
  each,
  if: branch,
  delete: remove,
  link,
  unlink,
  set,
  ask,
  message,
  go,
  lookUp,
  run,
};

/** The kinds of step, and what each is called. */
export const stepKinds = Object.entries(stepEditors).map(([kind, { label }]) => ({ kind: kind as StepKind, label }));

/** A new step of a kind, as far as it can be filled in; null where there is nothing that it could be for. */
export const newStep = (at: NewStepAt, kind: StepKind, id: string): Step | null => stepEditors[kind].make(at, id);

/** What describes a step of a kind. */
export const fieldsOf = ({ kind }: Step): ComponentType<StepFieldsProps> =>
  stepEditors[kind].Fields as unknown as ComponentType<StepFieldsProps>;
