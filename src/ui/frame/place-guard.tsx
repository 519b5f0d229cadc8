import { useEffect, useState, type ReactNode } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { View } from 'react-native';
import { usePathname } from 'expo-router';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { keepSetting, readSetting, settingsLast } from '@/ui/data/setting';
import { say } from '@/ui/words/say';

/** How the bundler's loader begins the message of an error when a part of the app did not come. */
const MISSING_PART = /^Loading module /;
const ASK_AGAIN_MS = 2000;
const RELOADED = 'gavirn.reloaded-at';
/** A page that was loaded anew this short ago, and lacks a part again, is not loaded anew by itself: it would go round for ever. */
const ONCE_IN_MS = 20_000;

/** The page loads what did not come when it is loaded anew, but only where somebody answers: otherwise the browser's own page would stand there. */
async function reloadIfAnswered(): Promise<void> {
  const answered = await fetch('/', { method: 'HEAD', cache: 'no-store' }).then(
    ({ ok }) => ok,
    // No connection: it is asked again.
    () => false,
  );
  if (!answered) return;
  keepSetting(RELOADED, String(Date.now()));
  location.reload();
}

function PartMissing() {
  const [now] = useState(() => Date.now());
  // Where nothing is kept nobody would know that it has been loaded anew.
  const byItself = settingsLast() && now - Number(readSetting(RELOADED) ?? 0) > ONCE_IN_MS;
  useEffect(() => {
    if (!byItself) return undefined;
    const timer = setInterval(() => void reloadIfAnswered(), ASK_AGAIN_MS);
    return () => clearInterval(timer);
  }, [byItself]);
  return (
    <Stopped
      title={say('This place has not loaded')}
      says={
        byItself
          ? say(
              'Gavirn’s server did not answer. Your show is kept in this browser, and the other places go on. This one opens by itself when the server is back.',
            )
          : say('Gavirn’s server did not answer. Your show is kept in this browser, and the other places go on.')
      }
      press={say('Try again')}
      onPress={() => void reloadIfAnswered()}
    />
  );
}

function Stopped({ title, says, press, onPress }: { title: string; says: string; press: string; onPress: () => void }) {
  return (
    <View className="flex-1 px-4 pt-4 gap-3 w-full max-w-[760px] self-center">
      <Text size={30} face="title" level={1}>
        {title}
      </Text>
      <Text role="alert">{says}</Text>
      <View className="flex-row">
        <Button kind="main" onPress={onPress}>
          {press}
        </Button>
      </View>
    </View>
  );
}

function Fallback({ error, resetErrorBoundary }: FallbackProps) {
  const message = error instanceof Error ? error.message : String(error);
  if (MISSING_PART.test(message)) return <PartMissing />;
  return (
    <Stopped
      title={say('Something went wrong here')}
      says={say(
        'This place stopped: “{text}”. What you changed is kept, and the other places and your outlets go on.',
        { text: message.slice(0, 200) },
      )}
      press={say('Open it again')}
      onPress={resetErrorBoundary}
    />
  );
}

/** A place that cannot be loaded, or breaks, says so in its own room: the pulse above and the places below go on. */
export function PlaceGuard({ children }: { children: ReactNode }) {
  return (
    <ErrorBoundary FallbackComponent={Fallback} resetKeys={[usePathname()]}>
      {children}
    </ErrorBoundary>
  );
}
