import type { Line } from '@/core/engine/alert/slice';
import { View } from 'react-native';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { ViewerText } from '@/ui/part/viewer-text';
import { ago } from '@/ui/words/ago';

const SHOWN = 4;

/** What could not be shown in time: to be thanked by the streamer's own voice. */
export function PassedLines({ lines, now }: { lines: readonly Line[]; now: number }) {
  if (lines.length === 0) return null;
  return (
    <Card flush label="Not shown, since too much waited">
      <View className="px-4 py-3 gap-1">
        <Text size={13} tone="muted">
          Not shown, since too much waited
        </Text>
        {[...lines]
          .reverse()
          .slice(0, SHOWN)
          .map((line) => (
            <View key={line.id} className="flex-row justify-between gap-3">
              <ViewerText text={line.text} size={15} numberOfLines={1} className="shrink" />
              <Text size={13} tone="muted" className="tabular-nums">
                {ago(now - line.at)}
              </Text>
            </View>
          ))}
      </View>
    </Card>
  );
}
