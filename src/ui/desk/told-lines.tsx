import { View } from 'react-native';
import { useDeskAt } from '@/ui/data/desk-time';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { agoWords } from '@/ui/words/ago';
import { say, saying } from '@/ui/words/say';

const SHOWN = 3;
/** How long one is kept in sight. */
const KEPT_MS = 300_000;

/** Web addresses that did not take what they were told. What went well needs no line. */
export function ToldLines() {
  const { failed, all } = useDeskAt((view, now) => {
    const told = view?.told.filter(({ at }) => now - at < KEPT_MS) ?? [];
    return {
      all: told.length,
      failed: told
        .filter(({ problem }) => problem !== null)
        .map(({ id, at, host, problem }) => ({ id, words: `${host}: ${saying(problem ?? '')} ${agoWords(now - at)}` })),
    };
  });
  if (failed.length === 0) return null;
  return (
    <Card flush problem label={say('Web addresses that did not answer')}>
      <View className="px-4 py-3 gap-1">
        <Text size={13} tone="muted">
          {say('{failed} of the last {all} calls to a web address failed', { failed: failed.length, all })}
        </Text>
        {[...failed]
          .reverse()
          .slice(0, SHOWN)
          .map(({ id, words }) => (
            <Text key={id} tone="brick">
              {words}
            </Text>
          ))}
      </View>
    </Card>
  );
}
