import { viewerKey } from '@/core/event/viewer-key';
import { View } from 'react-native';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { MannerFields, PLAIN } from '@/ui/sound/manner-fields';
import { say } from '@/ui/words/say';

/** How one viewer's words are read aloud, where that is not as everybody's. */
export function OwnVoice({ feed, viewer, name }: { feed: string; viewer: string; name: string }) {
  const speech = useShow((show) => show.speech);
  const key = viewerKey(feed, viewer);
  const own = speech.viewers.find((one) => one.viewer === key);
  if (!own)
    return (
      <View className="flex-row">
        <Button
          kind="outline"
          onPress={() =>
            edit((draft) => {
              draft.speech.viewers.push({ viewer: key, name, ...PLAIN });
            })
          }
        >
          {say('Give them a voice of their own')}
        </Button>
      </View>
    );
  return (
    <View className="gap-2" role="group" aria-label={say('Their words read aloud')}>
      <Text size={13} tone="muted">
        {say('Their words read aloud')}
      </Text>
      <MannerFields
        manner={own}
        onChange={(next) =>
          edit((draft) => {
            Object.assign(draft.speech.viewers.find((one) => one.viewer === key) ?? {}, next);
          })
        }
      />
      <View className="flex-row">
        <Button
          onPress={() =>
            edit((draft) => {
              draft.speech.viewers = draft.speech.viewers.filter((one) => one.viewer !== key);
            })
          }
        >
          {say('Read them as everybody')}
        </Button>
      </View>
    </View>
  );
}
