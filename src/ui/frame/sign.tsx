import Svg, { Path } from 'react-native-svg';

/** A place's own sign, drawn in lines. @param path in a square of 22 */
export const Sign = ({ path, color }: { path: string; color: string }) => (
  <Svg width={22} height={22} viewBox="0 0 22 22" aria-hidden>
    <Path d={path} stroke={color} strokeWidth={1.8} strokeLinecap="round" strokeLinejoin="round" fill="none" />
  </Svg>
);
