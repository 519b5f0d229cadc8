import { View } from 'react-native';
import Svg, { Line, Path } from 'react-native-svg';
import useSWR from 'swr';
import type { CoursePoint } from '@/core/engine/feature/goal/course';
import { askShow } from '@/ui/data/command';
import { useShow } from '@/ui/data/show';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import { hourMinute } from '@/ui/words/clock';
import { AS_DRAWN } from '@/ui/words/facing';
import { say } from '@/ui/words/say';

const WIDE = 320;
const HIGH = 90;

/** A goal's way through the session, with the present target as a line. */
export function CourseChart({
  goal,
  target,
  words,
}: {
  goal: string;
  target: number;
  /** A value as it is read. */
  words: (value: number) => string;
}) {
  const id = useShow((show) => show.id);
  const { marigold, line, muted } = useColours();
  const { data } = useSWR(
    ['course', id, goal],
    () => askShow<CoursePoint[]>('GET', `/goals/${encodeURIComponent(goal)}/course`),
    { refreshInterval: 5000 },
  );
  const points = data?.ok ? data.value : [];
  const [first] = points;
  const last = points.at(-1);
  if (!first || !last || points.length < 3 || last[0] <= first[0]) return null;
  const most = Math.max(target, ...points.map(([, value]) => value), 1);
  const x = (at: number): number => ((at - first[0]) / (last[0] - first[0])) * WIDE;
  const y = (value: number): number => HIGH - 3 - (value / most) * (HIGH - 6);
  // A number that is counted stands until it changes: steps, not slopes.
  const path = points
    .map(([at, value], n) =>
      n === 0 ? `M${x(at).toFixed(1)} ${y(value).toFixed(1)}` : `H${x(at).toFixed(1)}V${y(value).toFixed(1)}`,
    )
    .join('');
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('Its course in this session')}
      </Text>
      <View
        role="img"
        aria-label={say('From {first} at {from} to {last} at {until}; the target is {target}', {
          first: words(first[1]),
          from: hourMinute(first[0]),
          last: words(last[1]),
          until: hourMinute(last[0]),
          target: words(target),
        })}
      >
        <Svg width="100%" height={HIGH} viewBox={`0 0 ${WIDE} ${HIGH}`} preserveAspectRatio="none">
          <Line x1={0} y1={y(0)} x2={WIDE} y2={y(0)} stroke={line} strokeWidth={1} />
          <Line x1={0} y1={y(target)} x2={WIDE} y2={y(target)} stroke={muted} strokeWidth={1.5} strokeDasharray="4 4" />
          <Path d={path} stroke={marigold} strokeWidth={3} fill="none" strokeLinejoin="round" />
        </Svg>
      </View>
      <View className="flex-row justify-between" style={AS_DRAWN}>
        <Text size={13} tone="muted" className="tabular-nums">{`${hourMinute(first[0])}, ${words(first[1])}`}</Text>
        <Text size={13} tone="muted" className="tabular-nums">
          {say('target {target}', { target: words(target) })}
        </Text>
        <Text size={13} tone="muted" className="tabular-nums">{`${hourMinute(last[0])}, ${words(last[1])}`}</Text>
      </View>
    </View>
  );
}
