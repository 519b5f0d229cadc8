import { memo } from 'react';
import Svg, { Circle, Path, Rect } from 'react-native-svg';
import type { EventKind } from '@/core/event/kind';
import { useColours } from '@/ui/theme/look';
import { phrase, type Phrase } from '@/core/words/phrase';

/** What each kind of event is called where it is listed. */
export const KIND_WORDS: Record<EventKind, Phrase> = {
  like: phrase('Likes'),
  gift: phrase('Gifts'),
  follow: phrase('Follows'),
  chat: phrase('Chat'),
  share: phrase('Shares'),
  subscribe: phrase('Subscriptions'),
  giftSubs: phrase('Gifted subs'),
  tip: phrase('Tips'),
  raid: phrase('Raids'),
  join: phrase('Joins'),
  audience: phrase('Audience'),
  room: phrase('Live or not'),
};

/** A kind's shape in a box of 12, at `scale` about its middle: the pulse draws many into one picture. */
export const ShapePath = memo(function ShapePath({
  kind,
  x,
  y,
  scale,
  color,
}: {
  kind: EventKind;
  x: number;
  y: number;
  scale: number;
  color: string;
}) {
  const transform = `translate(${x} ${y}) scale(${scale}) translate(-6 -6)`;
  const line = { stroke: color, strokeWidth: 2.4, strokeLinecap: 'round' as const, fill: 'none' };
  switch (kind) {
    case 'like':
      return <Path transform={transform} d="M6 1v10" {...line} />;
    case 'follow':
      return <Circle transform={transform} cx={6} cy={6} r={4} {...line} />;
    case 'gift':
      return <Path transform={transform} d="M6 .5 11.5 6 6 11.5.5 6Z" fill={color} />;
    case 'chat':
      return <Path transform={transform} d="M1 6h10" {...line} />;
    case 'share':
      return <Path transform={transform} d="M1.5 10.5 10 2M4 2h6v6" {...line} strokeWidth={2} />;
    case 'subscribe':
    case 'giftSubs':
      return <Path transform={transform} d="M6 .7 10.8 3.4v5.2L6 11.3 1.2 8.6V3.4Z" fill={color} />;
    case 'raid':
      return <Path transform={transform} d="M6 1 11.4 11H.6Z" fill={color} />;
    case 'tip':
      return <Rect transform={transform} x={1.2} y={1.2} width={9.6} height={9.6} rx={1} fill={color} />;
    case 'join':
    case 'audience':
    case 'room':
      return <Circle transform={transform} cx={6} cy={6} r={1.6} fill={color} />;
  }
});

/** A kind's shape by itself. */
export function Shape({ kind, size = 14 }: { kind: EventKind; size?: number }) {
  const { kinds } = useColours();
  return (
    <Svg width={size} height={size} viewBox="0 0 12 12" aria-hidden>
      <ShapePath kind={kind} x={6} y={6} scale={1} color={kinds[kind]} />
    </Svg>
  );
}
