import { View } from 'react-native';
import Volume2 from 'lucide-react-native/icons/volume-2';
import { SOUNDS } from '@/core/sound/library';
import { hearHere } from '@/ui/data/hear';
import { IconButton } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';

/** Gavirn's sounds by what they are made of; each can be heard here before it is chosen. */
export function SoundChoice({ value, onChange }: { value: string; onChange: (id: string) => void }) {
  const groups = [...new Set(SOUNDS.map(({ of }) => of))];
  return (
    <View className="gap-3">
      {groups.map((group) => (
        <View key={group}>
          <Text size={13} tone="muted">{group}</Text>
          {SOUNDS.filter(({ of }) => of === group).map((sound) => (
            <View key={sound.id} className="flex-row items-center">
              <View className="flex-1"><Choice label={group} options={[{ value: sound.id, label: sound.name }]} value={value === sound.id ? sound.id : null} onChange={onChange} /></View>
              <IconButton icon={Volume2} label={`Hear ${sound.name}`} onPress={() => void hearHere(sound.id)} />
            </View>
          ))}
        </View>
      ))}
    </View>
  );
}
