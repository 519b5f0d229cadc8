import { View } from 'react-native';
import { askShow } from '@/ui/data/command';
import { useDeskAt } from '@/ui/data/desk-time';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';

/** For so long after a session went on it can be made a new one, ms. */
const OFFERED_MS = 10 * 60_000;

/** A session that went on after an interruption, and the way to a new one. */
export function WentOn({ onSaid }: { onSaid: (said: string | null) => void }) {
  const is = useDeskAt((view, now) => {
    const session = view?.session;
    return session?.endedAt === null && session.resumedAt !== undefined && now - session.resumedAt < OFFERED_MS;
  });
  if (!is) return null;
  const anew = (): void => void askShow('POST', '/anew').then((answer) => onSaid(answer.ok ? null : answer.reason));
  return (
    <View className="flex-row flex-wrap items-center justify-between gap-2 rounded-card bg-raised p-3" role="status">
      <Text className="flex-1 min-w-[180px]">
        Live again: the session goes on, with its goals, boards and countdowns as they were.
      </Text>
      <Button kind="outline" onPress={anew}>
        Start a new one
      </Button>
    </View>
  );
}
