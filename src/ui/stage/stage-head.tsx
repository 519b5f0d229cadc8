import { useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import Redo2 from 'lucide-react-native/icons/redo-2';
import Undo2 from 'lucide-react-native/icons/undo-2';
import { useOpened, useShow } from '@/ui/data/show';
import { redo, undo } from '@/ui/data/show-store';
import { Button, IconButton } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { usePlaces } from './watched';
import { say } from '@/ui/words/say';

/** Above the frame: who shows it, which scene is looked at, how large it is, and the way back. */
export function StageHead({
  scene,
  onScenes,
  onFrame,
}: {
  /** The name of the scene that is looked at. */
  scene: string;
  onScenes: () => void;
  onFrame: () => void;
}) {
  const router = useRouter();
  const frame = useShow((show) => show.frame);
  const canUndo = useOpened(({ history }) => history.done.length > 0);
  const canRedo = useOpened(({ history }) => history.undone.length > 0);
  const places = usePlaces();
  const ratio = frameWords(frame);
  return (
    <View className="flex-row flex-wrap items-center justify-between ps-4 pe-2 min-h-[48px]">
      <Pressable
        role="link"
        onPress={() => router.navigate('/outlets')}
        className="min-h-[44px] min-w-[64px] justify-center shrink"
      >
        <Text face="strong" numberOfLines={1}>
          {`${say('Outlets')} `}
        </Text>
        <Text size={13} tone={(places ?? 0) > 0 ? 'lagoon' : 'muted'} numberOfLines={1}>
          {places === null ? say('not known') : places > 0 ? say('{n, number} open', { n: places }) : say('none open')}
        </Text>
      </Pressable>
      <View className="flex-row gap-1">
        <Button
          kind="outline"
          label={say('Scenes: {scene}', { scene })}
          className="max-w-[120px] px-3"
          onPress={onScenes}
        >
          {scene}
        </Button>
        <Button
          kind="outline"
          label={say('{ratio}, frame of {width} by {height}', { ratio, width: frame.width, height: frame.height })}
          className="px-3"
          onPress={onFrame}
        >
          {ratio}
        </Button>
        <IconButton icon={Undo2} label={say('Undo')} onPress={undo} disabled={!canUndo} />
        <IconButton icon={Redo2} label={say('Redo')} onPress={redo} disabled={!canRedo} />
      </View>
    </View>
  );
}

/** A frame's proportions as people say them: "9:16"; where they are odd, its size. */
function frameWords({ width, height }: { width: number; height: number }): string {
  const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));
  const by = divisor(width, height);
  return width / by <= 32 && height / by <= 32 ? `${width / by}:${height / by}` : `${width}×${height}`;
}
