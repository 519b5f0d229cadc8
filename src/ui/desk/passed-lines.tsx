import { View } from 'react-native';
import { useDeskAt } from '@/ui/data/desk-time';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { ViewerText } from '@/ui/part/viewer-text';
import { AgoText } from '@/ui/words/ago-text';
import { say } from '@/ui/words/say';

const SHOWN = 4;
/** How long a line is kept in sight. */
const KEPT_MS = 300_000;

/** What could not be shown in time: to be thanked by the streamer's own voice. */
export function PassedLines() {
  const lines = useDeskAt((view, now) => view?.lines.filter(({ at }) => now - at < KEPT_MS) ?? []);
  if (lines.length === 0) return null;
  return (
    <Card flush label={say('Not shown, since too much waited')}>
      <View className="px-4 py-3 gap-1">
        <Text size={13} tone="muted">
          {say('Not shown, since too much waited')}
        </Text>
        {[...lines]
          .reverse()
          .slice(0, SHOWN)
          .map((line) => (
            <View key={line.id} className="flex-row justify-between gap-3">
              <ViewerText text={line.text} size={15} numberOfLines={1} className="shrink" />
              <AgoText at={line.at} />
            </View>
          ))}
      </View>
    </Card>
  );
}
