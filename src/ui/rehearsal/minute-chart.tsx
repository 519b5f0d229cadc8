import { View } from 'react-native';
import Svg, { Line, Path } from 'react-native-svg';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import { AS_DRAWN } from '@/ui/words/facing';
import { say } from '@/ui/words/say';

const WIDE = 320;

/**
 * A figure of each minute, from 0 up to `most` or to the largest there is.
 * @param dashed the same with another setting; null: there is none @param label all of it in words @param foot what is drawn
 */
export function MinuteChart({
  values,
  dashed,
  most,
  high,
  label,
  foot,
}: {
  values: readonly number[];
  dashed: readonly number[] | null;
  most: number;
  high: number;
  label: string;
  foot: string;
}) {
  const { marigold, lagoon, line } = useColours();
  const top = Math.max(most, ...values, ...(dashed ?? []));
  const pathOf = (list: readonly number[]): string =>
    list
      .map((value, n) => {
        const x = list.length < 2 ? 0 : (n / (list.length - 1)) * WIDE;
        return `${n === 0 ? 'M' : 'L'}${x.toFixed(1)} ${(high - 3 - (value / top) * (high - 8)).toFixed(1)}`;
      })
      .join('');
  return (
    <View className="gap-1">
      <View role="img" aria-label={label}>
        <Svg width="100%" height={high} viewBox={`0 0 ${WIDE} ${high}`} preserveAspectRatio="none">
          <Line x1={0} y1={high - 3} x2={WIDE} y2={high - 3} stroke={line} strokeWidth={1} />
          <Path d={pathOf(values)} stroke={marigold} strokeWidth={2.5} fill="none" strokeLinejoin="round" />
          {dashed ? (
            <Path
              d={pathOf(dashed)}
              stroke={lagoon}
              strokeWidth={2.5}
              strokeDasharray="5 4"
              fill="none"
              strokeLinejoin="round"
            />
          ) : null}
        </Svg>
      </View>
      <View className="flex-row justify-between gap-3" style={AS_DRAWN}>
        <Text size={13} tone="muted">
          {say('start')}
        </Text>
        <Text size={13} tone="muted" className="shrink text-center">
          {foot}
        </Text>
        <Text size={13} tone="muted" className="tabular-nums">
          {say('{n} min', { n: values.length })}
        </Text>
      </View>
    </View>
  );
}
