export { noteRead, useKeeping, useKeptWhileOpen } from './keeping';
export { type Recalled, RECALLED } from './recalled';
export { endRecall, forgetKept, recalledRead, recalling, useRecalled } from './useRecalled';
