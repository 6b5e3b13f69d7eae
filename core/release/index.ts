export { type Area, areas, type Difference } from './compared';
export { differencesBetween } from './difference';
export * from './next';
export * from './pack';
export { patchBetween, patched } from './patch';
export * from './release';
