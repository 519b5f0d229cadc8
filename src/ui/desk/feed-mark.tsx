import Svg, { Path } from 'react-native-svg';
import { feedMark } from '@/core/piece/feed-mark';
import { useShow } from '@/ui/data/show';
import { useColours } from '@/ui/theme/look';

/** The mark of a feed, as chat columns on the frame have it; nothing where there is one feed. */
export function FeedMark({ feed, size = 14 }: { feed: string; size?: number }) {
  const { muted } = useColours();
  const at = useShow(({ feeds }) => (feeds.length > 1 ? feeds.findIndex(({ id }) => id === feed) : -1));
  if (at < 0) return null;
  const [op] = feedMark(at, { x: 0, y: 0, side: 24 }, { fill: muted });
  if (op?.op !== 'path') return null;
  return (
    <Svg width={size} height={size} viewBox="0 0 24 24" aria-hidden>
      <Path d={op.d} fill={op.fill ? muted : 'none'} {...(op.stroke ? { stroke: muted, strokeWidth: 3 } : {})} />
    </Svg>
  );
}
