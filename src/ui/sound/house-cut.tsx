import { View } from 'react-native';
import Volume2 from 'lucide-react-native/icons/volume-2';
import useSWR from 'swr';
import { WHOLE, type Cut } from '@/core/media/media';
import { soundById } from '@/core/sound/library';
import { hearHere } from '@/ui/data/hear';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { soundMaker } from '@/ui/data/sound-maker';
import { CutFields } from '@/ui/media/cut-fields';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** What is played of one of Gavirn's own sounds, wherever it is played in this show. */
export function HouseCut({ id }: { id: string }) {
  const { sound } = useShow();
  const { data: seconds } = useSWR([say('length of a sound'), id], async () => {
    const made = await soundMaker().made(id);
    return made ? (made.channels[0]?.length ?? 0) / made.rate : 0;
  });
  const house = soundById(id);
  if (!house || !seconds) return null;
  const cut = sound.cuts?.[id] ?? WHOLE;
  const change = (changed: Partial<Cut> | null): void =>
    edit((draft) => {
      const cuts = { ...draft.sound.cuts };
      if (changed) cuts[id] = { ...WHOLE, ...cuts[id], ...changed };
      else delete cuts[id];
      draft.sound.cuts = Object.keys(cuts).length > 0 ? cuts : undefined;
    });
  return (
    <View
      className="gap-3 pt-3 border-t border-line"
      role="group"
      aria-label={say('Cut and fade {name}', { name: house.name })}
    >
      <Text size={17} face="title" level={2}>
        {say('Cut and fade {name}', { name: house.name })}
      </Text>
      <Text size={13} tone="muted">
        {say('For every cue of this show that plays it.')}
      </Text>
      <CutFields cut={cut} seconds={seconds} onChange={change} />
      <View className="flex-row flex-wrap gap-2">
        <Button icon={Volume2} onPress={() => void hearHere(id, sound)}>
          {say('Hear it as it will be')}
        </Button>
        {sound.cuts?.[id] ? (
          <Button kind="outline" onPress={() => change(null)}>
            {say('Play all of it')}
          </Button>
        ) : null}
      </View>
    </View>
  );
}
