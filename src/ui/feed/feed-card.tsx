import { useState } from 'react';
import { Pressable, View } from 'react-native';
import EllipsisVertical from 'lucide-react-native/icons/ellipsis-vertical';
import type { EventKind } from '@/core/event/kind';
import { brindleKinds } from '@/core/platform/brindle';
import type { Feed } from '@/core/show/show';
import type { FeedView } from '@/core/desk/view';
import { engineClock } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show-context';
import { Button, IconButton } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Confirm } from '@/ui/part/confirm';
import { KIND_WORDS, Shape } from '@/ui/part/shape';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { feedWord } from '@/ui/pulse/feed-word';
import { useDrift } from '@/ui/pulse/lane';
import { PLATFORM_NAMES } from '@/ui/pulse/pulse';
import { ago } from '@/ui/words/ago';

const TONES = { good: 'lagoon', waiting: 'mist', trouble: 'brick' } as const;
const SHOWN_KINDS: Record<Feed['platform'], readonly EventKind[]> = { brindle: brindleKinds };
const now = (): number => engineClock.now();

/** One feed: its handle, one sentence of state, its kinds with when each was last seen, and what went wrong. */
export function FeedCard({ feed }: { feed: Feed }) {
  const { desk, edit } = useShow();
  const [open, setOpen] = useState<'menu' | 'remove' | 'trouble' | null>(null);
  const time = useDrift(now);
  const view = desk.view?.feeds[feed.id];
  const { sentence, mood } = feedWord(desk.server, view);
  const change = (recipe: (feeds: Feed[]) => Feed[]): void => edit((draft) => {
    draft.feeds = recipe(draft.feeds);
  });
  return (
    <Card trouble={mood === 'trouble'} label={`${PLATFORM_NAMES[feed.platform]}, ${feed.handle}`}>
      <View className="flex-row items-center justify-between -mt-2 -mr-2">
        <Text size={17} face="title" level={2}>{PLATFORM_NAMES[feed.platform]}</Text>
        <View className="flex-row items-center shrink">
          <Text tone="muted" numberOfLines={1} className="shrink">{feed.handle}</Text>
          <IconButton icon={EllipsisVertical} label={`More for ${PLATFORM_NAMES[feed.platform]}`} tone="muted" onPress={() => setOpen('menu')} />
        </View>
      </View>
      <Text tone={TONES[mood]} accessibilityLiveRegion="polite">{sentence}</Text>
      <View className="flex-row flex-wrap mt-3 gap-y-3">
        {SHOWN_KINDS[feed.platform].map((kind) => <KindSeen key={kind} kind={kind} at={view?.lastSeen[kind]} now={time} />)}
      </View>
      <Pressable role="button" onPress={() => setOpen('trouble')} className="mt-2 -mb-2 min-h-[44px] flex-row items-center justify-between gap-3">
        <Text size={13} tone={view && (view.lost > 0 || view.bad > 0) ? 'brick' : 'muted'} className="shrink">{healthLine(view)}</Text>
        <Text size={13} face="strong">Details</Text>
      </Pressable>
      {open === 'menu' ? (
        <Sheet title={`${PLATFORM_NAMES[feed.platform]}, ${feed.handle}`} onClose={() => setOpen(null)}>
          <Button onPress={() => { change((feeds) => feeds.map((other) => (other.id === feed.id ? { ...other, on: !other.on } : other))); setOpen(null); }}>{feed.on ? 'Stop this feed' : 'Start this feed'}</Button>
          <Button kind="bad" onPress={() => setOpen('remove')}>Remove this feed</Button>
        </Sheet>
      ) : null}
      {open === 'remove' ? (
        <Confirm
          title="Remove this feed" says="Nothing more will arrive from it. What it has sent stays in the totals. Undo on the stage brings it back." yes="Remove"
          onYes={() => change((feeds) => feeds.filter(({ id }) => id !== feed.id))} onClose={() => setOpen(null)}
        />
      ) : null}
      {open === 'trouble' && view ? <TroubleSheet view={view} time={time} onClose={() => setOpen(null)} /> : null}
    </Card>
  );
}

function KindSeen({ kind, at, now: time }: { kind: EventKind; at: number | undefined; now: number }) {
  return (
    <View className="w-1/3 flex-row items-center gap-2">
      <Shape kind={kind} size={13} />
      <View className="shrink">
        <Text size={13} numberOfLines={1}>{KIND_WORDS[kind]}</Text>
        <Text size={13} tone="muted" className="tabular-nums">{at === undefined ? 'not yet' : ago(time - at)}</Text>
      </View>
    </View>
  );
}

/** Lost, refused, reconnected, delayed: one line. */
function healthLine(view: FeedView | undefined): string {
  if (!view) return 'Nothing heard yet.';
  const parts = [
    view.lost > 0 ? `${view.lost.toLocaleString('en')} messages lost on the platform’s side` : 'Nothing lost',
    ...(view.bad > 0 ? [`${view.bad.toLocaleString('en')} unreadable`] : []),
    ...(view.reconnects > 0 ? [`reconnected ${view.reconnects} ×`] : []),
    ...(view.latencyMs === null ? [] : [`${(view.latencyMs / 1000).toFixed(1)} s behind`]),
    ...(Math.abs(view.clockAheadMs) > 2000 ? [`its clock is ${clockWords(view.clockAheadMs)}`] : []),
  ];
  return `${parts.join(' · ')}.`;
}

function clockWords(aheadMs: number): string {
  const s = Math.round(Math.abs(aheadMs) / 1000);
  return `${s >= 90 ? `${Math.round(s / 60)} min` : `${s} s`} ${aheadMs > 0 ? 'ahead' : 'behind'}`;
}

function TroubleSheet({ view, time, onClose }: { view: FeedView; time: number; onClose: () => void }) {
  return (
    <Sheet title="What went wrong" onClose={onClose}>
      <Text>{healthLine(view)}</Text>
      {view.duplicates > 0 ? <Text tone="muted">{`${view.duplicates.toLocaleString('en')} messages came twice or added nothing, and were counted once.`}</Text> : null}
      {[...view.gapsKept].reverse().map((gap) => (
        <Text key={gap.at} tone="brick">{`${ago(time - gap.at)} ago: ${gap.lost === null ? 'some messages were' : `${gap.lost} messages were`} lost while the connection was down for long.`}</Text>
      ))}
      {[...view.badKept].reverse().map((bad, n) => (
        <View key={`${bad.at}/${n}`} className="gap-1 border-t border-line pt-2">
          <Text>{`${ago(time - bad.at)} ago: ${bad.reason}`}</Text>
          <Text size={13} tone="muted" numberOfLines={3} selectable>{bad.text}</Text>
        </View>
      ))}
      {view.badKept.length === 0 && view.gapsKept.length === 0 ? <Text tone="muted">Nothing. Every message that arrived could be read.</Text> : null}
    </Sheet>
  );
}
