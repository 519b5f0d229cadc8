import { View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import { useOpened, useShow } from '@/ui/data/show';
import { LeftCard } from '@/ui/begin/left-card';
import { NoticeList } from '@/ui/desk/notice-list';
import { offerUndo } from '@/ui/frame/toast';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { AddFeed } from './add-feed';
import { DemoCard } from './demo-card';
import { FeedCard } from './feed-card';
import { feedName } from './feed-name';
import { inPlace, useAsked } from '@/ui/frame/address';
import { say } from '@/ui/words/say';

/** Every feed of the show: how it stands, what it sends, when it last did. */
export function FeedsPlace() {
  const show = useShow();
  const demo = useOpened((open) => open.demo);
  const [adding, setAdding] = useAsked('add');
  return (
    <>
      <PlaceBody
        title={say('Feeds')}
        below={
          <View className="px-4 py-3 w-full max-w-[760px] self-center">
            <Button kind={show.feeds.length === 0 ? 'main' : 'outline'} icon={Plus} onPress={() => setAdding(true)}>
              {say('Add a feed')}
            </Button>
          </View>
        }
      >
        <View className="gap-3 mt-2">
          <LeftCard />
          <NoticeList />
          {show.feeds.map((feed) => (
            <FeedCard
              key={feed.id}
              feed={feed}
              onRemoved={() => offerUndo(say('{feedName} is deleted.', { feedName: feedName(feed) }))}
            />
          ))}
          {show.feeds.length === 0 ? (
            <Text size={17} tone="muted">
              {say(
                'Connect the platform on which you go live. All it takes is your handle; Gavirn then waits for you and connects by itself each time.',
              )}
            </Text>
          ) : null}
          {demo ? <DemoCard /> : null}
        </View>
      </PlaceBody>
      {adding ? <AddFeed onClose={inPlace.close} /> : null}
    </>
  );
}
