export * from './copyDraft';
export * from './copyParts';
export * from './edit';
export * from './linkDraft';
export * from './mend';
export * from './screenEdit';
export * from './screenFollow';
export { columnOf, tableOf } from './plan/parts';
export type { LinkSide, PlanEdit } from './plan/planEdit';
