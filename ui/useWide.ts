import { useWindowDimensions } from 'react-native';

/** From this width on there is room for the rail, the editor and the running phone side by side. */
export const WIDE = 1000;
export const useWide = (): boolean => useWindowDimensions().width >= WIDE;
