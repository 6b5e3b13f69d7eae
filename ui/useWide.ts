import { useWindowDimensions } from 'react-native';

/** From this width on there is room for the rail, the list, the editor and the running phone side by side. */
export const WIDE = 1100;
export const useWide = (): boolean => useWindowDimensions().width >= WIDE;
