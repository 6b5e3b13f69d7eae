export { type CompiledCalendar, DAY, UNTIL } from './calendar';
export * from './collect';
export * from './columns';
export * from './compile';
export type { DeleteRules } from './deleteRules';
export * from './form';
export * from './list';
export * from './listSql';
export { ownTexts } from './search';
export * from './menu';
export { byDesign, byName, type Sort } from './order';
export * from './owner';
export * from './people';
export * from './planWords';
export { conditionsOf, queryConditions, queryCounts, queryStatement, takenOver, usesHandSql } from './query';
export * from './record';
export * from './report';
export * from './request';
export * from './routine';
export type { CompiledRoutine, CopyPart, Op, Targets } from './routineOps';
export { amongIds, COPIES, FIRST, IDS, LAST, STEP_ROWS, type RuleCheck } from './routineCheck';
export * from './row';
export * from './scan';
export * from './screens';
export {
  aggregateSql,
  type CompiledSlot,
  type CompiledStyle,
  type CompiledTotal,
  isLinkedText,
  ofRecord,
} from './slot';
export * from './statement';
export * from './ways';
export { deletion, type WriteStatements, writeStatements } from './writes';
