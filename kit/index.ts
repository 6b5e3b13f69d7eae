export * from './context';
export { RunningApp } from './RunningApp';
export { refreshTouched, ROWS } from './refresh';
export { accentColors, appTheme, toneColors } from './theme';
export { rowsQuery } from './useRows';
