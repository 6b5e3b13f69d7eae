export * from './checkDigit';
