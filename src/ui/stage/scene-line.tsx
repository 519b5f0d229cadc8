import { View } from 'react-native';
import { useDeskView } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';

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
  const name = (id: string): string => scenes.find((each) => each.id === id)?.name ?? 'all scenes';
  const same = onAir === scene || onAir === '';
  return (
    <View
      role="status"
      aria-label="Scene"
      className="flex-row items-center justify-between gap-2 pl-4 pr-2 min-h-[44px]"
    >
      <Text size={13} tone={onAir === '' ? 'muted' : same ? 'lagoon' : 'mist'} numberOfLines={1} className="flex-1">
        {onAir === ''
          ? `You edit ${name(scene)}`
          : same
            ? `You edit ${name(scene)}, which is on air`
            : `You edit ${name(scene)}. On air: ${name(onAir)}`}
      </Text>
      <Button
        kind="outline"
        className="px-3"
        label="Follow the scene on air"
        pressed={follows}
        onPress={() => onFollow(!follows)}
      >
        {follows ? 'Following' : 'Follow'}
      </Button>
    </View>
  );
}
