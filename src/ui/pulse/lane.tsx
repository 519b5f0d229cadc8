import { useState } from 'react';
import { View } from 'react-native';
import Svg, { G, Path } from 'react-native-svg';
import type { Mark } from '@/core/desk/happened';
import { deskStore } from '@/ui/data/desk';
import { useEngineTime } from '@/ui/data/desk-time';
import { ShapePath } from '@/ui/part/shape';
import { useColours } from '@/ui/theme/look';

const MINUTE_MS = 60_000;
const HEIGHT = 22;

/** A gift's size says what it is worth; all others are of one size. Between 0.62 and 1.45, by the logarithm of its coins. */
const sizeOf = ({ kind, worth }: Mark): number =>
  kind === 'gift' ? Math.min(1.45, 0.62 + Math.log10(1 + worth) * 0.26) : 0.74;

const DASHES = { good: undefined, waiting: '2 5', problem: '26 10' } as const;

/** One feed's last minute, right to left. It draws in px of its own width, so that no shape is ever stretched. */
export function Lane({ feed, mood }: { feed: string; mood: keyof typeof DASHES }) {
  const [width, setWidth] = useState(0);
  return (
    <View
      className="flex-1"
      style={{ height: HEIGHT }}
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      aria-hidden
    >
      {width > 0 ? <Drift feed={feed} mood={mood} width={width} /> : null}
    </View>
  );
}

/** The lane itself. Its shapes stand still in a group that moves, so that a step of time renders the group and the shapes that are new. */
function Drift({ feed, mood, width }: { feed: string; mood: keyof typeof DASHES; width: number }) {
  const now = useEngineTime((time) => time);
  const [origin] = useState(now);
  const colours = useColours();
  const line = { good: colours.lagoon, waiting: colours.mist, problem: colours.brick }[mood];
  const perMs = (width - 8) / MINUTE_MS;
  return (
    <Svg width={width} height={HEIGHT}>
      <Path d={`M0 19.5h${width}`} stroke={line} strokeWidth={1.5} strokeDasharray={DASHES[mood]} />
      <G transform={`translate(${width - 8 - (now - origin) * perMs} 0)`}>
        {thinned(deskStore.now().view?.marks ?? [], feed, now, width).map((mark) => (
          <ShapePath
            key={`${mark.t}/${mark.kind}`}
            kind={mark.kind}
            x={(mark.t - origin) * perMs}
            y={9}
            scale={sizeOf(mark)}
            color={colours.kinds[mark.kind]}
          />
        ))}
      </G>
    </Svg>
  );
}

/** No more shapes than can be told apart: of those closer than 6 px the rarer kind stays. */
function thinned(marks: readonly Mark[], feed: string, now: number, width: number): Mark[] {
  const bySlot = new Map<number, Mark>();
  for (const mark of marks) {
    const unseen = mark.kind === 'room' || mark.kind === 'audience' || mark.kind === 'join';
    if (mark.feed !== feed || unseen || now - mark.t > MINUTE_MS) continue;
    // By the clock and not by age: what stands side by side stays so as both move on.
    const slot = Math.floor((mark.t / MINUTE_MS) * (width / 6));
    const there = bySlot.get(slot);
    if (!there || rank(mark) > rank(there)) bySlot.set(slot, mark);
  }
  return [...bySlot.values()];
}

const RANKS = ['like', 'chat', 'share', 'follow', 'subscribe', 'giftSubs', 'tip', 'gift', 'raid'];
const rank = ({ kind, worth }: Mark): number => RANKS.indexOf(kind) * 1e6 + worth;
