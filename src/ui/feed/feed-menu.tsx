import type { Feed } from '@/core/platform/feed';
import { View } from 'react-native';
import { diagnosis } from '@/core/desk/diagnosis';
import { useDeskAt } from '@/ui/data/desk-time';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Confirm } from '@/ui/part/confirm';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { feedName, feedNote } from './feed-name';
import { useAsked } from '@/ui/frame/address';
import { say } from '@/ui/words/say';

const change = (recipe: (feeds: Feed[]) => Feed[]): void =>
  edit((draft) => {
    draft.feeds = recipe(draft.feeds);
  });

/** What can be done with a feed from its card: started and stopped, moved among the others, removed. */
export function FeedMenu({ feed, onRemoved, onClose }: { feed: Feed; onRemoved: () => void; onClose: () => void }) {
  const [asking, setAsking] = useAsked('remove');
  const name = feedName(feed);
  if (asking)
    return (
      <Confirm
        title={say('Delete this feed')}
        says={say('Nothing more will arrive from it. What it has sent stays in the totals. It can be undone.')}
        yes={say('Delete')}
        onYes={() => {
          change((feeds) => feeds.filter(({ id }) => id !== feed.id));
          onRemoved();
          onClose();
        }}
        onClose={() => setAsking(false)}
      />
    );
  return (
    <Sheet title={`${name}, ${feedNote(feed)}`} onClose={onClose}>
      <Diagnosis feed={feed.id} name={name} />
      <Button
        onPress={() => {
          change((feeds) => feeds.map((other) => (other.id === feed.id ? { ...other, on: !other.on } : other)));
          onClose();
        }}
      >
        {feed.on ? say('Stop this feed') : say('Start this feed')}
      </Button>
      <Move feed={feed} onMoved={onClose} />
      <Button kind="bad" onPress={() => setAsking(true)}>
        {say('Delete this feed')}
      </Button>
    </Sheet>
  );
}

function Move({ feed, onMoved }: { feed: Feed; onMoved: () => void }) {
  const feeds = useShow((show) => show.feeds);
  const at = feeds.findIndex(({ id }) => id === feed.id);
  const moveBy = (by: number): void => {
    change((before) => {
      const rest = before.filter(({ id }) => id !== feed.id);
      rest.splice(at + by, 0, feed);
      return rest;
    });
    onMoved();
  };
  if (feeds.length < 2) return null;
  return (
    <View className="flex-row gap-2">
      <Button className="flex-1" disabled={at === 0} onPress={() => moveBy(-1)}>
        {say('Move up')}
      </Button>
      <Button className="flex-1" disabled={at === feeds.length - 1} onPress={() => moveBy(1)}>
        {say('Move down')}
      </Button>
    </View>
  );
}

/** In a sentence, how it stands. */
function Diagnosis({ feed, name }: { feed: string; name: string }) {
  const says = useDeskAt((view, now) => {
    const seen = view?.feeds[feed];
    return seen ? (diagnosis(name, seen, now)[0] ?? null) : null;
  });
  return says === null ? null : <Text tone="muted">{says}</Text>;
}
