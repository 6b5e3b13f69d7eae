export * from './describeImpact';
export * from './ddl';
export * from './impact';
export { forgetEdit, KEPT } from './kept';
export * from './matching';
export { madeAnew, readAsideName, type Step, stepSql } from './step';
export * from './upgrade';
export type { Fills, UpgradeOptions } from './upgradeOptions';
export * from './view';
