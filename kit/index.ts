export * from './context';
export { PhoneApp } from './PhoneApp';
export { refreshTouched, ROWS } from './refresh';
export { accentColors, appTheme, toneColors } from './theme';
export { rowsQuery } from './useRows';
