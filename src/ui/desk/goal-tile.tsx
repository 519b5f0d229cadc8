import { View } from 'react-native';
import { Text } from '@/ui/part/text';

/** A goal at a glance. */
export function GoalTile({ name, value, target, reached }: { name: string; value: number; target: number; reached: number }) {
  return (
    <View role="group" aria-label={`${name}: ${value.toLocaleString('en')} of ${target.toLocaleString('en')}`} className="flex-1 min-w-[150px] bg-surface border border-line rounded-card px-3 py-2">
      <View className="flex-row justify-between gap-2">
        <Text size={13} tone="muted" numberOfLines={1} className="shrink">{name}</Text>
        {reached > 0 ? <Text size={13} tone="lagoon">{`reached ${reached} ×`}</Text> : null}
      </View>
      <View className="flex-row items-baseline gap-2">
        <Text size={22} face="figure">{value.toLocaleString('en')}</Text>
        <Text size={13} tone="muted" className="tabular-nums">{`of ${target.toLocaleString('en')}`}</Text>
      </View>
    </View>
  );
}
