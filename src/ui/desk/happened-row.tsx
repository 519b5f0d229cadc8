import { memo } from 'react';
import { View } from 'react-native';
import RotateCcw from 'lucide-react-native/icons/rotate-ccw';
import type { Happened } from '@/core/desk/happened';
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
  return (
    <View role="listitem" className="flex-row items-center gap-3 min-h-[48px] border-b border-line">
      <Shape kind={line.kind} size={14} />
      <View className="flex-1 flex-row items-baseline gap-2">
        {line.name === null ? null : (
          <ViewerText text={line.name} face="strong" numberOfLines={1} className="max-w-[60%] shrink-0" />
        )}
        <ViewerText text={words(line)} tone="muted" numberOfLines={1} className="shrink" />
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
