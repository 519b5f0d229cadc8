import { useWindowDimensions } from 'react-native';

/** From this width on the stage stands beside every place. */
export const WIDE = 1024;

export const useWide = (): boolean => useWindowDimensions().width >= WIDE;
