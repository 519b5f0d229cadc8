import { useEffect, useSyncExternalStore } from 'react';
import { View } from 'react-native';
import { useDesk, useDeskView } from '@/ui/data/desk';
import { useTellNoHttps } from '@/ui/device/no-https';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { newer } from './newer';

/** What is worth a line above every place, and is nothing wrong: no connection, a newer version. */
export function AtHand() {
  const away = useDesk(({ server }) => server === 'away');
  const live = useDeskView(({ session }) => session !== null && session.endedAt === null, false);
  const waits = useSyncExternalStore(newer.subscribe, newer.now);
  useTellNoHttps();
  useEffect(() => {
    // After everything that the first screen needs.
    const later = setTimeout(() => void newer.start(), 3000);
    return () => clearTimeout(later);
  }, []);
  // While live nothing asks for a press that makes the page anew.
  const offers = waits && !live;
  if (!away && !offers) return null;
  return (
    <View role="status" className="px-4 py-2 gap-2 border-b border-line bg-surface">
      {away ? (
        <Text tone="muted">
          {navigator.onLine
            ? say('The server does not answer: your changes go out when it does.')
            : say('Offline: your changes go out when you are back.')}
        </Text>
      ) : null}
      {offers ? (
        <View className="flex-row items-center gap-3">
          <Text className="flex-1">{say('A newer version of Gavirn is here.')}</Text>
          <Button kind="outline" onPress={newer.take}>
            {say('Load it')}
          </Button>
        </View>
      ) : null}
    </View>
  );
}
