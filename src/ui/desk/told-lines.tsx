import { View } from 'react-native';
import type { DeskView } from '@/core/desk/view';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { agoWords } from '@/ui/words/ago';

const SHOWN = 3;

/** Web addresses that did not take what they were told. What went well needs no line. */
export function ToldLines({ told, now }: { told: DeskView['told']; now: number }) {
  const failed = told.filter(({ trouble }) => trouble !== null);
  if (failed.length === 0) return null;
  return (
    <Card flush trouble label="Not told">
      <View className="px-4 py-3 gap-1">
        <Text size={13} tone="muted">{`Not told: ${failed.length} of the last ${told.length}`}</Text>
        {[...failed]
          .reverse()
          .slice(0, SHOWN)
          .map(({ id, at, host, trouble }) => (
            <Text key={id} tone="brick">{`${host}: ${trouble ?? ''} ${agoWords(now - at)}`}</Text>
          ))}
      </View>
    </Card>
  );
}
