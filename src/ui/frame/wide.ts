import { useWindowDimensions } from 'react-native';

/** From this width on the stage stands beside every place. */
export const WIDE = 1024;

export const useWide = (): boolean => useWindowDimensions().width >= WIDE;

/** Below this height a screen is a phone held across: what stands above and below on others stands beside there. */
const LOW = 480;

/** Low, and wider than high. */
export function useLow(): boolean {
  const { width, height } = useWindowDimensions();
  return height < LOW && width > height;
}
