import { View } from 'react-native';
import { useDeskAt } from '@/ui/data/desk-time';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { agoWords } from '@/ui/words/ago';
import { AgoText } from '@/ui/words/ago-text';
import { say } from '@/ui/words/say';

const SHOWN = 3;
/** How long one is kept in sight. */
const KEPT_MS = 3_600_000;

/** What the streamer should know: cues that failed, lines that were not posted, a show that had slept. The latest first; what goes right needs no line. */
export function NoticeList() {
  const notices = useDeskAt((view, now) => view?.notices.filter(({ at }) => now - at < KEPT_MS) ?? []);
  if (notices.length === 0) return null;
  return (
    <Card flush problem label={say('Notices')}>
      <View role="status" className="px-4 py-3 gap-2">
        <Text size={13} tone="muted">
          {say('Notices')}
        </Text>
        {[...notices]
          .reverse()
          .slice(0, SHOWN)
          .map(({ id, at, says }) => (
            <View key={id} className="gap-[2px]">
              <Text tone="brick">{says}</Text>
              <AgoText at={at} words={agoWords} />
            </View>
          ))}
      </View>
    </Card>
  );
}
