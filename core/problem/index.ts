export * from './problem';
export { ProblemError, toProblem } from './problemError';
export {
  describeProblem,
  NOTHING_CHANGED,
  type ProblemWords,
  sentence,
  tellProblems,
  words,
  type WordsOf,
} from './words';
