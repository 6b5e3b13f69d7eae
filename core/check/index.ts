import '@/core/studioProblem';
export * from './definitionFaults';
export * from './placeWords';
export { expressionFaults } from './expressionFaults';
export { screenFaults } from './screenFaults';
export * from './routineFaults';
export { rulesFaults } from './rulesFaults';
export * from './rowsFaults';
export * from './schemaFaults';
