import { View } from 'react-native';
import { sendCommand } from '@/ui/data/command';
import { useDeskAt } from '@/ui/data/desk-time';
import { mayEverything } from '@/ui/data/home-docs';
import { putOnShow } from '@/ui/data/home-shows';
import { useOpened, useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** It is asked for so long after a session began, ms. */
const ASKED_MS = 10 * 60_000;

/** Which of the home's shows it is, as a session begins, where the streamer wants to be asked. */
export function WhichShow() {
  const asks = useShow((show) => show.plan?.asks ?? false);
  const on = useShow((show) => show.setup ?? '');
  const shows = useOpened((open) => open.shows);
  const everything = useOpened((open) => mayEverything(open.device));
  const begins = useDeskAt((view, now) => {
    const session = view?.session;
    return session?.endedAt === null && !view?.chosen && now - session.startedAt < ASKED_MS;
  });
  if (!asks || !everything || !begins || shows.length < 2) return null;
  return (
    <View className="gap-2 rounded-card bg-raised p-3" role="status">
      <Text>{say('A session has begun. Which show is it?')}</Text>
      <View className="flex-row flex-wrap gap-2">
        {shows.map(({ id, name }) =>
          id === on ? (
            <Button key={id} kind="outline" onPress={() => void sendCommand({ command: 'keepShow' })}>
              {say('Keep {name}', { name })}
            </Button>
          ) : (
            <Button key={id} kind="outline" label={say('Put {name} on', { name })} onPress={() => void putOnShow(id)}>
              {name}
            </Button>
          ),
        )}
      </View>
    </View>
  );
}
