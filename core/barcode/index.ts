export * from './checkDigit';
export * from './gs1';
export * from './symbology';
export * from './draw';
