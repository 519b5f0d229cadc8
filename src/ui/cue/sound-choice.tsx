import { useState } from 'react';
import { View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import Volume2 from 'lucide-react-native/icons/volume-2';
import { loudnessWords, mediaKind, type Media } from '@/core/media/media';
import { SOUNDS } from '@/core/sound/library';
import { hearHere } from '@/ui/data/hear';
import { takeUp } from '@/ui/data/media';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { addFiles } from '@/ui/media/add-files';
import { useMediaLibrary } from '@/ui/media/use-media';
import { Button, IconButton } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import type { Show } from '@/core/show/show';
import { Problems } from '@/ui/part/problem';
import { say } from '@/ui/words/say';
import { asKept, type Sayable } from '@/core/words/phrase';

/** The streamer's own sounds, and Gavirn's by what they are made of; each can be heard here before it is chosen. */
export function SoundChoice({ value, onChange }: { value: string; onChange: (id: string) => void }) {
  const show = useShow();
  const own = useMediaLibrary().filter((media) => mediaKind(media) === 'sound');
  const [said, setSaid] = useState<string[]>([]);
  const groups = [...new Set(SOUNDS.map(({ of }) => of))];
  const choose = (media: Media): void => {
    edit((draft) => takeUp(draft, media));
    onChange(media.id);
  };
  const add = async (): Promise<void> => {
    const added = await addFiles(['sound']);
    setSaid(added.said);
    const last = added.media.at(-1);
    if (last) choose(last);
  };
  return (
    <View className="gap-3">
      <OwnSounds own={own} show={show} value={value} choose={choose} add={add} said={said} />
      {groups.map((group) => (
        <View key={asKept(group)}>
          <Text size={13} tone="muted">
            {group}
          </Text>
          {SOUNDS.filter(({ of }) => of === group).map(({ id, name }) => (
            <Row
              key={id}
              group={group}
              id={id}
              name={name}
              chosen={value === id}
              onChoose={() => onChange(id)}
              onHear={() => void hearHere(id, show.sound)}
            />
          ))}
        </View>
      ))}
    </View>
  );
}

/** Sounds of one's own, and the way to more of them. */
function OwnSounds({
  own,
  show,
  value,
  choose,
  add,
  said,
}: {
  own: readonly Media[];
  show: Show;
  value: string;
  choose: (media: Media) => void;
  add: () => Promise<void>;
  said: string[];
}) {
  return (
    <View>
      <Text size={13} tone="muted">
        {say('Your own')}
      </Text>
      {own.map((media) => (
        <Row
          key={media.id}
          group={say('Your own')}
          id={media.id}
          name={media.name}
          note={loudnessWords(media.lufs, show.sound.target)}
          chosen={value === media.id}
          onChoose={() => choose(media)}
          onHear={() => void hearHere(media.id, show.sound, media)}
        />
      ))}
      <Button kind="outline" icon={Plus} className="mt-1" onPress={() => void add()}>
        {say('Add a sound')}
      </Button>
      <Problems says={said} />
    </View>
  );
}

function Row({
  group,
  id,
  name,
  note,
  chosen,
  onChoose,
  onHear,
}: {
  group: Sayable;
  id: string;
  name: Sayable;
  note?: Sayable | null;
  chosen: boolean;
  onChoose: () => void;
  onHear: () => void;
}) {
  return (
    <View className="flex-row items-center">
      <View className="flex-1">
        <Choice
          label={group}
          options={[{ value: id, label: name, ...(note ? { note } : {}) }]}
          value={chosen ? id : null}
          onChange={onChoose}
        />
      </View>
      <IconButton icon={Volume2} label={say('Hear {name}', { name })} onPress={onHear} />
    </View>
  );
}
