import { useState } from 'react';
import { View } from 'react-native';
import { useRouter } from 'expo-router';
import Plus from 'lucide-react-native/icons/plus';
import { factsWords, mediaKind, type Media } from '@/core/media/media';
import { takeUp } from '@/ui/data/media';
import { edit } from '@/ui/data/show-store';
import { addFiles } from '@/ui/media/add-files';
import { Thumb } from '@/ui/media/thumb';
import { useMediaLibrary } from '@/ui/media/use-media';
import { Button } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { Problems } from '@/ui/part/problem';
import { say, saying } from '@/ui/words/say';
import type { Sayable } from '@/core/words/phrase';

/** One of the streamer's own files, or a new one. */
export function MediaField({
  label,
  of,
  value,
  onChange,
}: {
  label: Sayable;
  of: 'picture' | 'clip';
  value: string;
  onChange: (id: string, media: Media) => void;
}) {
  const router = useRouter();
  const library = useMediaLibrary().filter((media) => mediaKind(media) === of);
  const [said, setSaid] = useState<string[]>([]);
  const choose = (media: Media): void => {
    edit((draft) => takeUp(draft, media));
    onChange(media.id, media);
  };
  const add = async (): Promise<void> => {
    const added = await addFiles([of]);
    setSaid(added.said);
    const last = added.media.at(-1);
    if (last) choose(last);
  };
  return (
    <View className="gap-2" role="group" aria-label={saying(label)}>
      <Text size={13} tone="muted">
        {label}
      </Text>
      {library.map((media) => (
        <MediaChoice key={media.id} media={media} label={label} value={value} choose={choose} />
      ))}
      <View className="flex-row flex-wrap gap-2">
        <Button kind="outline" icon={Plus} onPress={() => void add()}>
          {of === 'picture' ? say('Add a picture') : say('Add a clip')}
        </Button>
        {of === 'picture' ? (
          <Button kind="outline" onPress={() => router.navigate('/media')}>
            {say('Samples')}
          </Button>
        ) : null}
      </View>
      <Problems says={said} />
    </View>
  );
}

function MediaChoice({
  media,
  label,
  value,
  choose,
}: {
  media: Media;
  label: Sayable;
  value: string;
  choose: (media: Media) => void;
}) {
  return (
    <View className="flex-row items-center gap-2">
      <Thumb media={media} size={44} />
      <View className="flex-1">
        <Choice
          label={label}
          value={value === media.id ? media.id : null}
          onChange={() => choose(media)}
          options={[{ value: media.id, label: media.name, note: factsWords(media) }]}
        />
      </View>
    </View>
  );
}
