export * from './planMap';
export * from './print';
export * from './screenMap';
