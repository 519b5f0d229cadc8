import { View } from 'react-native';
import { askShow } from '@/ui/data/command';
import { useDeskAt } from '@/ui/data/desk-time';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { dayAndTime } from '@/ui/words/clock';
import { say } from '@/ui/words/say';

/** For so long after a session went on or began it can be made the other, ms. */
const OFFERED_MS = 10 * 60_000;

/** Which session a broadcast has become part of, and the way to the other, in its first minutes. */
export function WentOn({ onSaid }: { onSaid: (said: string | null) => void }) {
  const went = useDeskAt((view, now) => {
    const session = view?.session;
    if (!view || session?.endedAt !== null) return null;
    if (session.resumedAt !== undefined && now - session.resumedAt < OFFERED_MS) return { to: 'on' as const };
    // The server says when it is too late; its word comes with whatever happens next.
    return view.earlier && now - session.startedAt < OFFERED_MS ? { to: 'new' as const, ...view.earlier } : null;
  });
  if (!went) return null;
  const ask = (path: string) => (): void =>
    void askShow('POST', path).then((answer) => onSaid(answer.ok ? null : answer.reason));
  return (
    <View className="flex-row flex-wrap items-center justify-between gap-2 rounded-card bg-raised p-3" role="status">
      <Text className="flex-1 min-w-[180px]">
        {went.to === 'on'
          ? say('Live again: the session goes on, with its goals, boards and countdowns as they were.')
          : say(
              'A new session has begun. The last one ended {dayAndTime}; with it, its goals, boards and countdowns go on.',
              { dayAndTime: dayAndTime(went.endedAt) },
            )}
      </Text>
      {went.to === 'on' ? (
        <Button kind="outline" onPress={ask('/anew')}>
          {say('Start a new one')}
        </Button>
      ) : (
        <Button kind="outline" onPress={ask('/go-on')}>
          {say('Go on with the last session')}
        </Button>
      )}
    </View>
  );
}
