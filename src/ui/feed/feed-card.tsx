import type { Feed } from '@/core/platform/feed';
import { useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import EllipsisVertical from 'lucide-react-native/icons/ellipsis-vertical';
import type { EventKind } from '@/core/event/kind';
import { kindsOf, sendsOf } from '@/core/platform';
import type { FeedView } from '@/core/desk/view';
import { useDesk, useDeskView } from '@/ui/data/desk';
import { useEngineTime } from '@/ui/data/desk-time';
import { IconButton } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { KIND_WORDS, Shape } from '@/ui/part/shape';
import { Text } from '@/ui/part/text';
import { feedWord } from '@/ui/pulse/feed-word';
import { Lane } from '@/ui/pulse/lane';
import { ago } from '@/ui/words/ago';
import { FeedMenu } from './feed-menu';
import { feedName, feedNote } from './feed-name';
import { inPlace, useAskedWhich } from '@/ui/frame/address';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

const TONES = { good: 'lagoon', waiting: 'mist', problem: 'brick' } as const;

/** One feed: its handle, one sentence of state, its kinds with when each was last seen, and what went wrong. */
export function FeedCard({ feed, onRemoved }: { feed: Feed; onRemoved: () => void }) {
  const router = useRouter();
  const [which, ask] = useAskedWhich('feed');
  const { sentence, mood } = useDesk(({ server, view }) => feedWord(server, view?.feeds[feed.id]));
  const name = feedName(feed);
  const kinds = kindsOf(feed);
  return (
    <Card problem={mood === 'problem'} label={`${name}, ${feedNote(feed)}`}>
      <View className="flex-row items-center justify-between -mt-2 -me-2">
        <Text size={17} face="title" level={2} numberOfLines={1} className="shrink">
          {name}
        </Text>
        <View className="flex-row items-center shrink">
          <Text tone="muted" numberOfLines={1} className="shrink">
            {feedNote(feed)}
          </Text>
          <IconButton
            icon={EllipsisVertical}
            label={say('More for {name}', { name })}
            tone="muted"
            onPress={() => ask(feed.id)}
          />
        </View>
      </View>
      <Text tone={TONES[mood]} accessibilityLiveRegion="polite">
        {sentence}
      </Text>
      <View className="flex-row mt-2">
        <Lane feed={feed.id} mood={mood} />
      </View>
      <View className="flex-row flex-wrap mt-3 gap-y-3">
        {kinds.map((kind) => (
          <KindSeen key={kind} feed={feed.id} kind={kind} gated={sendsOf(feed, kind) === 'notYet'} />
        ))}
        {kinds.length === 0 ? (
          <Text tone="brick">
            {say('It has no rule yet, so nothing it sends means anything. Open it and make one.')}
          </Text>
        ) : null}
      </View>
      <Pressable
        role="button"
        onPress={() => router.push(`/feed/${feed.id}`)}
        className="mt-2 -mb-2 min-h-[44px] flex-row items-center justify-between gap-3"
      >
        <Health feed={feed.id} />
        <Text size={13} face="strong">
          {say('Details')}
        </Text>
      </Pressable>
      {which === feed.id ? <FeedMenu feed={feed} onRemoved={onRemoved} onClose={() => inPlace.close()} /> : null}
    </Card>
  );
}

function Health({ feed }: { feed: string }) {
  const { words, bad } = useDesk(({ view }) => {
    const seen = view?.feeds[feed];
    return { words: healthLine(seen), bad: seen !== undefined && (seen.lost > 0 || seen.rejected > 0) };
  });
  return (
    <Text size={13} tone={bad ? 'brick' : 'muted'} className="shrink">
      {words}
    </Text>
  );
}

function KindSeen({ feed, kind, gated }: { feed: string; kind: EventKind; gated: boolean }) {
  const at = useDeskView((view) => view.feeds[feed]?.lastSeen[kind], undefined);
  const words = useEngineTime((now) =>
    at !== undefined ? ago(now - at) : gated ? say('not yet') : say('none so far'),
  );
  return (
    <View className="w-1/3 flex-row items-center gap-2">
      <Shape kind={kind} size={13} />
      <View className="shrink">
        <Text size={13} numberOfLines={2}>
          {KIND_WORDS[kind]}
        </Text>
        <Text size={13} tone={gated && at === undefined ? 'mist' : 'muted'} className="tabular-nums">
          {words}
        </Text>
      </View>
    </View>
  );
}

/** Lost, refused, reconnected, delayed: one line. */
function healthLine(view: FeedView | undefined): string {
  if (!view) return say('Nothing heard yet.');
  const parts = [
    view.lost > 0
      ? say('{n, plural, one {# message} other {# messages}} lost on the platform’s side', { n: view.lost })
      : say('Nothing lost'),
    ...(view.rejected > 0 ? [say('{n, number} unreadable', { n: view.rejected })] : []),
    ...(view.reconnects > 0 ? [say('reconnected {n} ×', { n: view.reconnects })] : []),
    ...(view.latencyMs === null ? [] : [say('{s, number, ::.0} s behind', { s: view.latencyMs / 1000 })]),
    ...(Math.abs(view.clockAheadMs) > 2000 ? [clockWords(view.clockAheadMs)] : []),
  ];
  return `${parts.join(' · ')}.`;
}

function clockWords(aheadMs: number): string {
  const s = Math.round(Math.abs(aheadMs) / 1000);
  const apart = s >= 90 ? phrase('{n} min', { n: Math.round(s / 60) }) : phrase('{n} s', { n: s });
  return aheadMs > 0 ? say('its clock is {apart} ahead', { apart }) : say('its clock is {apart} behind', { apart });
}
