import Svg, { Path, Rect } from 'react-native-svg';
import { View } from 'react-native';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';

/** One way of measuring in a picture: what happens, one after another, and what of it is measured. `from`, `to`: the parts between which it lies. */
export function WayPicture({
  parts,
  from,
  to,
  label,
}: {
  parts: readonly string[];
  from: number;
  to: number;
  label: string;
}) {
  const { line, marigold, muted } = useColours();
  const step = 100 / parts.length;
  const middle = (n: number): number => step * (n + 0.5);
  return (
    <View role="img" aria-label={label} className="gap-1">
      <Svg width="100%" height={20} viewBox="0 0 100 20" preserveAspectRatio="none" aria-hidden>
        <Path
          d={`M${middle(0)} 10H${middle(parts.length - 1)}`}
          stroke={line}
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
        />
        <Path
          d={`M${middle(from)} 10H${middle(to)}`}
          stroke={marigold}
          strokeWidth={4}
          vectorEffect="non-scaling-stroke"
        />
        {parts.map((part, n) => (
          <Rect
            key={part}
            x={middle(n) - 0.8}
            y={2}
            width={1.6}
            height={16}
            fill={n >= from && n <= to ? marigold : muted}
          />
        ))}
      </Svg>
      <View className="flex-row" aria-hidden>
        {parts.map((part) => (
          <Text key={part} size={13} tone="muted" className="flex-1 text-center px-1">
            {part}
          </Text>
        ))}
      </View>
    </View>
  );
}
