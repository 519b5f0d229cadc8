import type { Feed } from '@/core/platform/feed';
import { useState } from 'react';
import { View } from 'react-native';
import Check from 'lucide-react-native/icons/check';
import CircleHelp from 'lucide-react-native/icons/circle-question-mark';
import X from 'lucide-react-native/icons/x';
import { useCheck } from '@/ui/data/feed-api';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import { say, saying } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

const SIGNS = {
  good: { icon: Check, colour: 'lagoon', word: phrase('Done') },
  bad: { icon: X, colour: 'brick', word: phrase('Not yet') },
  unknown: { icon: CircleHelp, colour: 'mist', word: phrase('Open') },
} as const;

/** What must be true before a feed works, each with what was found and the next thing to do. */
export function CheckSteps({ feed }: { feed: Feed }) {
  const { data: steps, error, mutate } = useCheck(feed.id);
  // Only what was pressed for is shown to be going on: it is asked anew by itself as well.
  const [asking, setAsking] = useState(false);
  const again = async (): Promise<void> => {
    setAsking(true);
    // What is refused is in `error`.
    await mutate().catch(() => undefined);
    setAsking(false);
  };
  const colours = useColours();
  return (
    <>
      <View role="list" aria-label={say('Steps')} className="gap-3">
        {(steps ?? []).map(({ step, outcome, says }, n) => {
          const { icon: Icon, colour, word } = SIGNS[outcome];
          return (
            <View
              key={n}
              role="listitem"
              aria-label={say('{step}: {word}. {says}', { step, word, says })}
              className="flex-row gap-3"
            >
              <View className="pt-[1px]">
                <Icon size={20} color={colours[colour]} strokeWidth={2.4} />
              </View>
              <View className="flex-1">
                <Text face="strong">{saying(step)}</Text>
                <Text tone={outcome === 'bad' ? 'brick' : 'muted'}>{saying(says)}</Text>
              </View>
            </View>
          );
        })}
      </View>
      {error ? (
        <Text tone="brick" role="alert">
          {error.message}
        </Text>
      ) : null}
      <View className="flex-row">
        <Button disabled={asking} onPress={() => void again()}>
          {asking ? say('Checking …') : say('Check again')}
        </Button>
      </View>
    </>
  );
}
