import { useRouter } from 'expo-router';
import ChevronDown from 'lucide-react-native/icons/chevron-down';
import { Pressable, View } from 'react-native';
import type { Feed } from '@/core/platform/feed';
import { useDesk } from '@/ui/data/desk';
import { useDeskAt } from '@/ui/data/desk-time';
import { useOpened, useShow } from '@/ui/data/show';
import { feedWordOf } from '@/ui/feed/feed-name';
import { useAsked } from '@/ui/frame/address';
import { mayOpen } from '@/ui/frame/more-places';
import { MoreSheet } from '@/ui/frame/more-sheet';
import { useLow } from '@/ui/frame/wide';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import { Lane } from './lane';
import { feedWord } from './feed-word';
import { sessionWord } from './session-word';
import { say } from '@/ui/words/say';

const MOST_ROWS = 4;
const TONES = { good: 'lagoon', waiting: 'mist', problem: 'brick' } as const;

/** The strip at the top of every screen: which show, whether it is live, and every feed's last minute. */
export function Pulse() {
  const name = useShow((show) => show.name);
  const feeds = useShow((show) => show.feeds);
  const router = useRouter();
  const colours = useColours();
  const [more, setMore] = useAsked('more');
  // More lanes than these stand two and two: the strip must leave the screen to the place below it.
  const low = useLow();
  const beside = low || feeds.length > MOST_ROWS;
  return (
    <View
      role="region"
      aria-label={say('Pulse')}
      className={`px-4 border-b border-line bg-ground ${low ? 'py-0' : 'py-2'}`}
    >
      <View className="flex-row items-center justify-between min-h-[36px]">
        <Pressable
          role="button"
          aria-label={say('{name}: more places', { name })}
          aria-haspopup="dialog"
          onPress={() => setMore(true)}
          className="flex-row items-center gap-2 min-h-[44px] flex-1 pe-3"
        >
          <Text size={17} face="title" numberOfLines={1} className="shrink">
            {name}
          </Text>
          <ChevronDown size={16} color={colours.muted} />
        </Pressable>
        <SessionButton />
      </View>
      {more ? <MoreSheet onClose={() => setMore(false)} /> : null}
      {feeds.length === 0 ? (
        <Pressable role="button" onPress={() => router.push('/feeds')} className="min-h-[24px] justify-center">
          <Text size={13} tone="mist">
            {say('No feed yet. Add one to connect.')}
          </Text>
        </Pressable>
      ) : (
        <View className={low ? 'flex-row gap-x-4 overflow-hidden' : beside ? 'flex-row flex-wrap gap-x-4' : ''}>
          {feeds.map((feed) => (
            <FeedRow key={feed.id} feed={feed} beside={beside} alone={feeds.length === 1} />
          ))}
        </View>
      )}
    </View>
  );
}

/** The session: whether it is on, and the way to the ready check. */
function SessionButton() {
  const router = useRouter();
  const may = useOpened(({ device }) => mayOpen('/ready', device?.right ?? 'everything'));
  return (
    <View className="min-h-[44px] justify-center">
      <SessionState />
      {may ? (
        <Pressable
          role="button"
          aria-label={say('Ready check')}
          onPress={() => router.push('/ready')}
          className="absolute inset-0"
        />
      ) : null}
    </View>
  );
}

/** Whether the show is live, and for how long. */
function SessionState() {
  const { is, length } = useDeskAt(sessionWord);
  return (
    <View
      role="status"
      aria-label={
        is === 'live'
          ? say('Live since {session}', { session: length ?? '' })
          : is === 'rehearsal'
            ? say('Rehearsal')
            : say('Off')
      }
      className="flex-row gap-1 px-3 min-h-[30px] items-center rounded-control bg-raised"
    >
      <Text size={13} face="strong" tone={is === 'live' ? 'lagoon' : is === 'rehearsal' ? 'mist' : 'muted'}>
        {is === 'live' ? say('Live') : is === 'rehearsal' ? say('Rehearsal') : say('Off')}
      </Text>
      {length ? (
        <Text size={13} face="strong" className="tabular-nums">
          {length}
        </Text>
      ) : null}
    </View>
  );
}

/** One feed: its name, its last minute, how it stands. */
function FeedRow({ feed, beside, alone }: { feed: Feed; beside: boolean; alone: boolean }) {
  const router = useRouter();
  const low = useLow();
  const name = useShow(({ feeds }) => feedWordOf(feed, feeds));
  const { word, mood } = useDesk(({ server, view }) => feedWord(server, view?.feeds[feed.id]));
  return (
    <Pressable
      role="button"
      onPress={() => router.push(`/feed/${feed.id}`)}
      className={`flex-row items-center ${beside ? 'gap-1' : 'gap-2'} min-h-[24px] ${low ? 'flex-1' : beside ? 'flex-1 min-w-[45%]' : ''}`}
      hitSlop={alone ? { top: 10, bottom: 10 } : undefined}
    >
      <Text size={13} tone="muted" numberOfLines={1} className={beside ? 'w-[3.2rem]' : 'w-[3.7rem]'}>
        {name}
      </Text>
      <Lane feed={feed.id} mood={mood} />
      <Text
        size={13}
        tone={TONES[mood]}
        numberOfLines={1}
        className={`${beside ? 'w-[5rem]' : 'w-[5.4rem]'} text-end tabular-nums`}
      >
        {word}
      </Text>
    </Pressable>
  );
}
