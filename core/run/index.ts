export { assertNoCircle, unchanged, whereStopped } from './linkRules';
export * from './runRoutine';
export * from './runWrite';
