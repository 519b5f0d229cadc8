import { View } from 'react-native';
import type { Notice } from '@/core/desk/notice';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { agoWords } from '@/ui/words/ago';

const SHOWN = 3;
/** How long one is kept in sight. */
const KEPT_MS = 3_600_000;

/** What the streamer should know: cues that failed, lines that were not posted, a show that had slept. The latest first; what goes right needs no line. */
export function NoticeList({ notices: all, now }: { notices: readonly Notice[]; now: number }) {
  const notices = all.filter(({ at }) => now - at < KEPT_MS);
  if (notices.length === 0) return null;
  return (
    <Card flush trouble label="Notices">
      <View role="status" className="px-4 py-3 gap-2">
        <Text size={13} tone="muted">
          Notices
        </Text>
        {[...notices]
          .reverse()
          .slice(0, SHOWN)
          .map(({ id, at, says }) => (
            <View key={id} className="gap-[2px]">
              <Text tone="brick">{says}</Text>
              <Text size={13} tone="muted">
                {agoWords(now - at)}
              </Text>
            </View>
          ))}
      </View>
    </Card>
  );
}
