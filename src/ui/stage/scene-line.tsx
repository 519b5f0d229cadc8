import { View } from 'react-native';
import { useDeskView } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** In a show with scenes: which one is edited, which one is on air, and the way to go along with that. */
export function SceneLine({
  scene,
  follows,
  onFollow,
}: {
  /** The one that is edited, '' for all. */
  scene: string;
  follows: boolean;
  onFollow: (follows: boolean) => void;
}) {
  const scenes = useShow((show) => show.scenes);
  const onAir = useDeskView((view) => view.scene, '');
  if (scenes.length === 0) return null;
  const name = (id: string): string => scenes.find((each) => each.id === id)?.name ?? say('all scenes');
  const same = onAir === scene || onAir === '';
  return (
    <View
      role="status"
      aria-label={say('Scene')}
      className="flex-row items-center justify-between gap-2 px-4 min-h-[44px]"
    >
      <Text size={13} tone={onAir === '' ? 'muted' : same ? 'lagoon' : 'mist'} numberOfLines={2} className="flex-1">
        {onAir === ''
          ? say('You edit {name}', { name: name(scene) })
          : same
            ? say('You edit {name}, which is on air', { name: name(scene) })
            : say('You edit {name}. On air: {name2}', { name: name(scene), name2: name(onAir) })}
      </Text>
      <Button
        kind="outline"
        className="px-3"
        label={say('Follow the scene on air')}
        pressed={follows}
        onPress={() => onFollow(!follows)}
      >
        {follows ? say('Following') : say('Follow')}
      </Button>
    </View>
  );
}
