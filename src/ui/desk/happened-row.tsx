import { memo } from 'react';
import { View } from 'react-native';
import RotateCcw from 'lucide-react-native/icons/rotate-ccw';
import type { Happened } from '@/core/desk/happened';
import { standingOf } from '@/core/desk/standing';
import { IconButton } from '@/ui/part/button';
import { Shape } from '@/ui/part/shape';
import { ViewerText } from '@/ui/part/viewer-text';
import { AgoText } from '@/ui/words/ago-text';
import { say } from '@/ui/words/say';

/** One thing that happened; what made an alert can be shown again. */
export const HappenedRow = memo(function HappenedRow({
  line,
  onReplay,
}: {
  line: Happened;
  onReplay: (alert: string) => void;
}) {
  const { alert } = line;
  const stands = standingOf(line);
  return (
    <View
      role="listitem"
      className={`flex-row items-center gap-3 border-b border-line ${ROOMS[stands]} ${stands === 2 ? 'bg-raised -mx-2 px-2 rounded-control' : ''}`}
    >
      <View className="w-[24px] items-center">
        <Shape kind={line.kind} size={SHAPES[stands]} />
      </View>
      <View className="flex-1 flex-row items-baseline gap-2">
        {line.name === null ? null : (
          <ViewerText
            text={whoWords(line.name, line.others)}
            size={SIZES[stands]}
            face="strong"
            numberOfLines={1}
            className="max-w-[60%] shrink-0"
          />
        )}
        <ViewerText text={words(line)} tone={stands === 0 ? 'muted' : 'ink'} numberOfLines={1} className="shrink" />
      </View>
      <AgoText at={line.at} />
      {alert === null ? (
        <View className="w-[44px] -me-2" />
      ) : (
        <IconButton
          icon={RotateCcw}
          tone="muted"
          label={say('Replay: {name} {words}', { name: line.name ?? '', words: words(line) })}
          onPress={() => onReplay(alert)}
          className="-me-2"
        />
      )}
    </View>
  );
});

/** By how much it stands out. */
const SIZES = [15, 15, 17] as const;
const SHAPES = [14, 18, 24] as const;
const ROOMS = ['min-h-[48px]', 'min-h-[48px]', 'min-h-[60px]'] as const;

/** Who did it: of several, who began. */
const whoWords = (name: string, others: number): string =>
  others === 0 ? name : say('{name} and {others, number} more', { name, others });

/** What was done, after the name, with what was written with it. */
export const words = (line: Happened): string =>
  line.message === undefined ? done(line) : say('{done}: “{message}”', { done: done(line), message: line.message });

function done({ kind, count, text, coins, open, name }: Happened): string {
  switch (kind) {
    case 'like':
      return say('{n, plural, one {# like} other {# likes}}', { n: count });
    case 'gift':
      return say(
        open
          ? '{count} × {gift} …, {coins, plural, one {# coin} other {# coins}}'
          : '{count} × {gift}, {coins, plural, one {# coin} other {# coins}}',
        { count, gift: text, coins },
      );
    case 'follow':
      return count > 1
        ? say('{n, plural, one {# new follower} other {# new followers}}', { n: count })
        : say('followed');
    case 'share':
      return say('shared the stream');
    case 'chat':
      return text;
    case 'subscribe':
      return count > 1 ? say('subscribed, month {n}', { n: count }) : say('subscribed');
    case 'giftSubs':
      return say('gave {n, plural, one {# subscription} other {# subscriptions}} away', { n: count });
    case 'raid':
      return say('came with {n, plural, one {# viewer} other {# viewers}}', { n: count });
    case 'tip':
      return say('tipped {amount}', { amount: { money: count, currency: text } });
    case 'join':
      return say('joined');
    case 'audience':
      return say('{n, number} watching', { n: count });
    case 'room':
      return (
        name ??
        (text === 'live' ? say('You went live') : text === 'ended' ? say('You ended the broadcast') : say('Not live'))
      );
  }
}
