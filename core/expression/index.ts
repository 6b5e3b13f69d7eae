export * from './compile';
export * from './complete';
export * from './currency';
export type { ExpressionFault } from './fault';
export { aggregates, functions } from './functions';
export { parseExpression, spellName } from './parse';
export * from './scope';
export * from './tree';
export * from './type';
