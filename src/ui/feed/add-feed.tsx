import type { Feed, PlatformName } from '@/core/platform/feed';
import { View } from 'react-native';
import { useRouter } from 'expo-router';
import { PLATFORMS, type Platform } from '@/core/platform';
import { edit } from '@/ui/data/show-store';
import { Choice } from '@/ui/part/choice';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { AddByAddress } from './add-by-address';
import { AddByHandle } from './add-by-handle';
import { AddFile } from './add-file';
import { AddInbox } from './add-inbox';
import { inPlace, useAskedWhich } from '@/ui/frame/address';
import { say, saying } from '@/ui/words/say';

const OPTIONS = Object.entries(PLATFORMS).map(([value, { name, says }]) => ({
  value: value as PlatformName,
  label: name,
  note: says,
}));

const TITLES: Record<Platform['by'], (name: string) => string> = {
  handle: (name) => say('Add {name}', { name }),
  address: () => say('Add any other platform'),
  inbox: (name) => say('Add {name}', { name }),
  file: () => say('Add a recording'),
};

/** Adding a feed: which platform, how it is found, and a check. */
export function AddFeed({ onClose }: { onClose: () => void }) {
  const router = useRouter();
  const [asked, setPlatform] = useAskedWhich('platform');
  const platform = OPTIONS.find(({ value }) => value === asked)?.value ?? null;
  /** `then`: its own page is opened, where what is still to be done is done. */
  const add = (feed: Feed, then: boolean): void => {
    edit((draft) => {
      draft.feeds.push(feed);
    });
    // The sheet is left first, so that a step back from the feed's page does not open it again.
    inPlace.closeThen(() => {
      if (then) router.push(`/feed/${feed.id}`);
    });
  };
  return (
    <Sheet
      title={platform === null ? say('Add a feed') : TITLES[PLATFORMS[platform].by](saying(PLATFORMS[platform].name))}
      onClose={onClose}
    >
      {platform === null ? (
        <View className="gap-2">
          <Text tone="muted">{say('Where do you go live?')}</Text>
          <Choice label={say('Platform')} options={OPTIONS} value={platform} onChange={setPlatform} />
        </View>
      ) : platform === 'brindle' || platform === 'oxbow' || platform === 'tarn' ? (
        <AddByHandle platform={platform} onAdd={(feed) => add(feed, platform === 'oxbow')} />
      ) : platform === 'mapped' ? (
        <AddByAddress onAdd={(feed) => add(feed, true)} />
      ) : platform === 'file' ? (
        <AddFile onAdd={(feed) => add(feed, true)} />
      ) : (
        <AddInbox platform={platform} onAdd={(feed) => add(feed, true)} />
      )}
    </Sheet>
  );
}
