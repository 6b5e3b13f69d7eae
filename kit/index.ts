export * from './context';
export { menuIcons } from './icons';
export { LinkPress } from './LinkPress';
export { noticed, type Notices, withoutUndone } from './notices';
export { RunningApp } from './RunningApp';
export { StillScreen } from './StillScreen';
export { refreshTouched, ROWS } from './refresh';
export { accentColors, appTheme, toneColors } from './theme';
export { rowsQuery } from './useRows';
