export * from './address';
export * from './things';
export * from './title';
export * from './useAddress';
export * from './useLeaveGone';
