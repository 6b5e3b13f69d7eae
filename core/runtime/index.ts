export type { DryRun, TriedRow } from './dryRun';
export { inPlanWords } from './inPlanWords';
export * from './routineOutcome';
export { type RanRoutine, Runtime } from './runtime';
export { assertNoCircle } from './linkRules';
