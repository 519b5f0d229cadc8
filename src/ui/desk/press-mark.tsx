import Svg, { Path } from 'react-native-svg';
import type { PressColour, PressShape } from '@/core/engine/cue/when/press';
import { useColours } from '@/ui/theme/look';

/** In a square of 24 units. */
const PATHS: Record<PressShape, string> = {
  disc: 'M12 2a10 10 0 1 0 0 20 10 10 0 0 0 0-20Z',
  star: 'M12 1l3.1 7.2 7.9.7-6 5.2 1.8 7.7L12 17.7l-6.8 4.1L7 14.1l-6-5.2 7.9-.7Z',
  cross: 'M9 2h6v7h7v6h-7v7H9v-7H2V9h7Z',
  drop: 'M12 1c5 7 8 10 8 14a8 8 0 0 1-16 0c0-4 3-7 8-14Z',
  arch: 'M2 22V12a10 10 0 0 1 20 0v10h-6V12a4 4 0 0 0-8 0v10Z',
  bolt: 'M13 1L4 14h6l-2 9 12-14h-7l3-8Z',
  leaf: 'M3 21C2 9 10 2 22 2c0 13-7 20-19 19Z',
  moon: 'M15 1a11 11 0 1 0 8 14A9 9 0 0 1 15 1Z',
};

/** What tells a button of the desk from the others. */
export function PressMark({
  shape = 'disc',
  colour = 'ink',
  size = 20,
}: {
  shape?: PressShape | undefined;
  colour?: PressColour | undefined;
  size?: number;
}) {
  const colours = useColours();
  return (
    <Svg width={size} height={size} viewBox="0 0 24 24" aria-hidden>
      <Path d={PATHS[shape]} fill={colours[colour]} />
    </Svg>
  );
}
