export { type DryRun, type TriedRow, tryRoutine } from './dryRun';
export { inPlanWords } from './inPlanWords';
export * from './routineOutcome';
export { type RanRoutine, Runtime } from './runtime';
export { assertNoCircle } from './linkRules';
