export { assertNoCircle, unchanged, whereStopped } from './linkRules';
export * from './routineOutcome';
export * from './runRoutine';
export * from './runWrite';
