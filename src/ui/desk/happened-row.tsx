import { memo } from 'react';
import { View } from 'react-native';
import RotateCcw from 'lucide-react-native/icons/rotate-ccw';
import type { Happened } from '@/core/desk/happened';
import { amountWords } from '@/core/event/money';
import { IconButton } from '@/ui/part/button';
import { Shape } from '@/ui/part/shape';
import { ViewerText } from '@/ui/part/viewer-text';
import { AgoText } from '@/ui/words/ago-text';

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
        <View className="w-[44px] -mr-2" />
      ) : (
        <IconButton
          icon={RotateCcw}
          tone="muted"
          label={`Show again: ${line.name ?? ''} ${words(line)}`}
          onPress={() => onReplay(alert)}
          className="-mr-2"
        />
      )}
    </View>
  );
});

/** What was done, after the name. */
/** What was done, with what was written with it. */
export const words = (line: Happened): string =>
  line.message === undefined ? done(line) : `${done(line)}: “${line.message}”`;

function done({ kind, count, text, coins, open, name }: Happened): string {
  switch (kind) {
    case 'like':
      return `${count.toLocaleString('en')} ${count === 1 ? 'like' : 'likes'}`;
    case 'gift':
      return `${count} × ${text}${open ? ' …' : ''}, ${coins.toLocaleString('en')} ${coins === 1 ? 'coin' : 'coins'}`;
    case 'follow':
      return count > 1 ? `${count.toLocaleString('en')} new followers` : 'followed';
    case 'share':
      return 'shared the stream';
    case 'chat':
      return text;
    case 'subscribe':
      return count > 1 ? `subscribed, month ${count}` : 'subscribed';
    case 'giftSubs':
      return `gifted ${count} subscriptions`;
    case 'raid':
      return `came with ${count} viewers`;
    case 'tip':
      return `tipped ${amountWords(count, text)}`;
    case 'join':
      return 'joined';
    case 'audience':
      return `${count} watching`;
    case 'room':
      return name ?? (text === 'live' ? 'You went live' : text === 'ended' ? 'You ended the broadcast' : 'Not live');
  }
}
