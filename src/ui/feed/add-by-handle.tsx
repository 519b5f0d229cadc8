import type { Feed } from '@/core/platform/feed';
import { View } from 'react-native';
import { Button } from '@/ui/part/button';
import { HandleField } from './handle-field';
import { handleFeed } from './new-feed';
import { useHandleCheck, type ByHandle } from './use-handle-check';
import { say } from '@/ui/words/say';

/** A platform that finds the streamer by a handle: the handle, and whether there is such a one. */
export function AddByHandle({ platform, onAdd }: { platform: ByHandle; onAdd: (feed: Feed) => void }) {
  const handle = useHandleCheck(platform, true);
  const { checked } = handle;
  const mayAdd = checked !== null && checked.found !== 'nobody' && checked.found !== 'asking';
  const check = (): void => void handle.check();
  return (
    <>
      <HandleField platform={platform} handle={handle} onSubmit={check} />
      <View className="flex-row gap-2">
        <Button className="flex-1" kind={mayAdd ? 'plain' : 'main'} onPress={check}>
          {say('Check')}
        </Button>
        {mayAdd ? (
          <Button className="flex-1" kind="main" onPress={() => onAdd(handleFeed(platform, checked.handle))}>
            {say('Add this feed')}
          </Button>
        ) : null}
      </View>
    </>
  );
}
