import type { ComponentType } from 'react';
import type { Definition, Routine, Step } from '@/core/model';
import type { StepScope } from '@/core/plan';

export interface StepFieldsProps<S extends Step = Step> {
  step: S;
  scope: StepScope;
  routine: Routine;
  onChange(step: Step): void;
  /** Another name for what the step brings to hand. */
  onRename(name: string): void;
}

/** What a new step is made for: the app, the routine that it comes into, and what is at hand where it stands. */
export interface NewStepAt {
  app: Definition;
  routine: Routine;
  scope: StepScope;
}

/** How one kind of step is made and described in the studio. */
export interface StepEditor<S extends Step> {
  /** What it is called where a step is added. */
  label: string;
  /** A new one, as far as it can be filled in; null where there is nothing that it could be for. */
  make(at: NewStepAt, id: string): S | null;
  /** What it is made of, all picked from what is at hand. */
  Fields: ComponentType<StepFieldsProps<S>>;
}
