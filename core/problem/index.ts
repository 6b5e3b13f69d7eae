export * from './problem';
export { ProblemError, toProblem } from './problemError';
export { describeProblem, type ProblemWords } from './words';
