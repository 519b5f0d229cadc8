import { useState } from 'react';
import { View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import { useOpened, useShow } from '@/ui/data/show';
import { undo } from '@/ui/data/show-store';
import { NoticeList } from '@/ui/desk/notice-list';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { AddFeed } from './add-feed';
import { DemoCard } from './demo-card';
import { FeedCard } from './feed-card';
import { feedName } from './feed-name';
import { inPlace, useAsked } from '@/ui/frame/address';

/** Every feed of the show: how it stands, what it sends, when it last did. */
export function FeedsPlace() {
  const show = useShow();
  const demo = useOpened((open) => open.demo);
  /** What was removed last, until something else is done. */
  const [removed, setRemoved] = useState<string | null>(null);
  const [adding, setAdding] = useAsked('add');
  return (
    <>
      <PlaceBody
        title="Feeds"
        below={
          <View className="px-4 py-3 w-full max-w-[760px] self-center">
            <Button
              kind={show.feeds.length === 0 ? 'main' : 'outline'}
              icon={Plus}
              onPress={() => {
                setAdding(true);
                setRemoved(null);
              }}
            >
              Add a feed
            </Button>
          </View>
        }
      >
        <View className="gap-3 mt-2">
          {removed ? (
            <View
              role="status"
              className="flex-row items-center justify-between gap-3 pl-4 pr-2 min-h-[52px] rounded-card bg-raised"
            >
              <Text className="shrink">{`${removed} is removed.`}</Text>
              <Button
                kind="outline"
                onPress={() => {
                  undo();
                  setRemoved(null);
                }}
              >
                Undo
              </Button>
            </View>
          ) : null}
          <NoticeList />
          {show.feeds.map((feed) => (
            <FeedCard key={feed.id} feed={feed} onRemoved={() => setRemoved(feedName(feed))} />
          ))}
          {show.feeds.length === 0 ? (
            <Text size={17} tone="muted">
              Connect the platform on which you go live. All it takes is your handle; Gavirn then waits for you and
              connects by itself each time.
            </Text>
          ) : null}
          {demo ? <DemoCard /> : null}
        </View>
      </PlaceBody>
      {adding ? <AddFeed onClose={inPlace.close} /> : null}
    </>
  );
}
