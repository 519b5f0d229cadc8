import { View } from 'react-native';
import Svg, { Circle, Line, Path, Rect } from 'react-native-svg';
import { TOKENS } from '@/ui/theme/tokens';
import { isLong } from './sides';
import { CORNERS, EDGES, TURNER } from './use-gestures';

/** What is drawn over the frame keeps its colour in the light too: the picture below it is dark either way. */
const { marigold, muted } = TOKENS.dark;

/** Half of the bar at a side by which a picture is cut, and how far inside it lies, px of the screen. */
const BAR = 11;
const BAR_INSIDE = 8;

/** The outline of a chosen piece, and what it can be taken by where it is `free`. px of the screen. */
export function HandleLines({
  width,
  height,
  free,
  cuts,
  locked,
}: {
  width: number;
  height: number;
  free: boolean;
  /** Its sides can be dragged over the picture. */
  cuts: boolean;
  locked: boolean;
}) {
  const colour = locked ? muted : marigold;
  const above = free ? TURNER : 0;
  return (
    <View style={{ position: 'absolute', left: -6, top: -6 - above, pointerEvents: 'none' }} aria-hidden>
      <Svg width={width + 12} height={height + 12 + above}>
        {free ? (
          <>
            <Line x1={width / 2 + 6} x2={width / 2 + 6} y1={9} y2={TURNER + 6} stroke={colour} strokeWidth={1.5} />
            <Circle cx={width / 2 + 6} cy={8} r={6} fill={colour} />
          </>
        ) : null}
        <Rect
          x={6}
          y={6 + above}
          width={width}
          height={height}
          fill="none"
          stroke={colour}
          strokeWidth={1.5}
          strokeDasharray={locked ? '6 5' : undefined}
        />
        {free
          ? CORNERS.map(({ x, y }) => {
              const cx = x < 0 ? 2.5 : width + 9.5;
              const cy = (y < 0 ? 2.5 : height + 9.5) + above;
              return (
                <Path
                  key={`${x}${y}`}
                  d={`M${cx} ${cy - y * 15}V${cy}H${cx - x * 15}`}
                  fill="none"
                  stroke={colour}
                  strokeWidth={4.5}
                />
              );
            })
          : null}
        {cuts ? <Bars width={width} height={height} above={above} colour={colour} /> : null}
      </Svg>
    </View>
  );
}

/** A bar inside each side by which a picture is cut. */
function Bars({ width, height, above, colour }: { width: number; height: number; above: number; colour: string }) {
  return EDGES.filter(({ x }) => isLong(x === 0 ? width : height)).map(({ x, y }) => {
    const cx = ((x + 1) / 2) * width + 6 - x * BAR_INSIDE;
    const cy = ((y + 1) / 2) * height + 6 + above - y * BAR_INSIDE;
    return (
      <Line
        key={`${x}${y}`}
        x1={cx - (x === 0 ? BAR : 0)}
        x2={cx + (x === 0 ? BAR : 0)}
        y1={cy - (y === 0 ? BAR : 0)}
        y2={cy + (y === 0 ? BAR : 0)}
        stroke={colour}
        strokeWidth={4.5}
        strokeLinecap="round"
      />
    );
  });
}
