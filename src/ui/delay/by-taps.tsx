import { Pressable, View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import type { Feed } from '@/core/platform/feed';
import { useDeskView } from '@/ui/data/desk';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Problem } from '@/ui/part/problem';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { feedName } from '@/ui/feed/feed-name';
import { say } from '@/ui/words/say';
import { TAPS, useTaps } from './steps';
import { WayPicture } from './way-picture';

/** How far viewers are behind, by taps of the streamer's own. */
export function ByTaps({ feed, onMeasured }: { feed: Feed; onMeasured: (ms: number) => void }) {
  const markAt = useDeskView(({ delayMark }) => (delayMark?.number === '' ? delayMark.at : null), null);
  const { step, count, lit, begin, tap, stop } = useTaps(markAt, onMeasured);
  const runs = step === 'tapping' || step === 'watching';
  return (
    <Card label={say('By tapping')} className="gap-3">
      <Text size={17} face="title" level={2}>
        {say('By tapping')}
      </Text>
      <WayPicture
        label={say('A mark on the frame, until you see it on a viewer’s page; the tap itself is taken off')}
        parts={[say('Frame'), say('Platform'), say('Viewer’s page'), say('Your tap')]}
        from={0}
        to={2}
      />
      <Text tone="muted">
        {say(
          'Open {feed}’s page for viewers on another device. A white mark comes up on the frame {all, number} times; viewers see it as well.',
          { feed: feedName(feed), all: TAPS },
        )}
      </Text>
      <Problem
        says={
          step === 'unseen'
            ? say('Three marks were not tapped. Is the outlet open, and the broadcast running?')
            : step === 'failed'
              ? say('The server did not take it. Try again when it is there.')
              : null
        }
      />
      <View className="flex-row">
        <Button onPress={begin}>{say('Measure by tapping')}</Button>
      </View>
      {runs ? (
        <Sheet title={say('By tapping')} onClose={stop}>
          <Text role="status">
            {step === 'tapping'
              ? say('First how fast you tap: when the mark lights up below. {count, number} of {all, number}', {
                  count,
                  all: TAPS,
                })
              : say(
                  'Now look at {feed}’s page for viewers: tap below when you see the mark there. {count, number} of {all, number}',
                  { feed: feedName(feed), count, all: TAPS },
                )}
          </Text>
          <TapArea lit={lit} onTap={tap} />
        </Sheet>
      ) : null}
    </Card>
  );
}

/** Large, since nobody looks at it. A finger's touch counts, and not its going; what comes of one tap beside that finds nothing more to be tapped. */
const TapArea = ({ lit, onTap }: { lit: boolean; onTap: () => void }) => (
  <Pressable
    role="button"
    aria-label={say('Tap')}
    {...{ onTouchStart: onTap, onMouseDown: onTap }}
    onPress={onTap}
    className="min-h-[140px] rounded-card border-2 border-line bg-raised items-center justify-center"
  >
    {lit ? (
      <Svg width={96} height={96} viewBox="0 0 24 24" aria-label={say('The mark')} role="img">
        <Path d="M0 0H24V24H0Z" fill="#ffffff" />
        <Path d="M12 3 21 12 12 21 3 12Z" fill="#000000" />
      </Svg>
    ) : (
      <Text size={22} face="title" tone="muted">
        {say('Tap')}
      </Text>
    )}
  </Pressable>
);
