export * from './address';
export { useShown } from './shown';
export * from './things';
export * from './title';
export * from './useAddress';
export * from './useLeaveGone';
