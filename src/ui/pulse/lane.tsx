import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import type { Mark } from '@/core/desk/happened';
import { ShapePath } from '@/ui/part/shape';
import { useColours } from '@/ui/theme/look';

const MINUTE_MS = 60_000;
const HEIGHT = 22;

/** Steps of the drift: often enough to be seen as one, seldom enough to cost nothing. */
const STEP_MS = 500;

/** The time, anew every half second while the page is seen. */
export function useDrift(now: () => number): number {
  const [time, setTime] = useState(now);
  const read = useRef(now);
  useEffect(() => {
    read.current = now;
  }, [now]);
  useEffect(() => {
    const timer = setInterval(() => {
      if (!document.hidden) setTime(read.current());
    }, STEP_MS);
    return () => clearInterval(timer);
  }, []);
  return time;
}

/** A gift's size says what it is worth; all others are of one size. Between 0.62 and 1.45, by the logarithm of its coins. */
const sizeOf = ({ kind, worth }: Mark): number =>
  kind === 'gift' ? Math.min(1.45, 0.62 + Math.log10(1 + worth) * 0.26) : 0.74;

const DASHES = { good: undefined, waiting: '2 5', trouble: '26 10' } as const;

/** One feed's last minute, right to left. It draws in px of its own width, so that no shape is ever stretched. */
export function Lane({ marks, mood, now }: { marks: readonly Mark[]; mood: keyof typeof DASHES; now: number }) {
  const [width, setWidth] = useState(0);
  const colours = useColours();
  const line = { good: colours.lagoon, waiting: colours.mist, trouble: colours.brick }[mood];
  return (
    <View
      className="flex-1"
      style={{ height: HEIGHT }}
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      aria-hidden
    >
      {width > 0 ? (
        <Svg width={width} height={HEIGHT}>
          <Path d={`M0 19.5h${width}`} stroke={line} strokeWidth={1.5} strokeDasharray={DASHES[mood]} />
          {thinned(marks, now, width).map((mark) => (
            <ShapePath
              key={`${mark.t}/${mark.kind}`}
              kind={mark.kind}
              x={width - 8 - ((now - mark.t) / MINUTE_MS) * (width - 8)}
              y={9}
              scale={sizeOf(mark)}
              color={colours.kinds[mark.kind]}
            />
          ))}
        </Svg>
      ) : null}
    </View>
  );
}

/** No more shapes than can be told apart: of those closer than 5 px the rarer kind stays. */
function thinned(marks: readonly Mark[], now: number, width: number): Mark[] {
  const bySlot = new Map<number, Mark>();
  for (const mark of marks) {
    if (mark.kind === 'room' || mark.kind === 'audience' || mark.kind === 'join' || now - mark.t > MINUTE_MS) continue;
    const slot = Math.floor(((now - mark.t) / MINUTE_MS) * (width / 6));
    const there = bySlot.get(slot);
    if (!there || rank(mark) > rank(there)) bySlot.set(slot, mark);
  }
  return [...bySlot.values()];
}

const RANKS = ['like', 'chat', 'share', 'follow', 'subscribe', 'giftSubs', 'tip', 'gift', 'raid'];
const rank = ({ kind, worth }: Mark): number => RANKS.indexOf(kind) * 1e6 + worth;
