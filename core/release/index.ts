export { type Area, areas, type Difference } from './compared';
export { differencesBetween } from './difference';
export * from './kept';
export * from './next';
export { packReleases, unpackReleases } from './pack';
export { patchBetween, patched } from './patch';
export * from './release';
