export * from './planMap';
export * from './print';
