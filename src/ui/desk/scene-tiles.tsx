import { useMemo } from 'react';
import { Image, Pressable, ScrollView, View } from 'react-native';
import type { Command } from '@/core/session/input';
import { exampleOf } from '@/core/stage/examples';
import { piecesSeen } from '@/core/stage/seen';
import type { PaintInput } from '@/core/stage/stage';
import { useDeskView } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show';
import { useMayAct } from '@/ui/part/may-act';
import { Text } from '@/ui/part/text';
import { POT } from '@/ui/stage/backdrop';
import { STILL, StillFrame } from '@/ui/stage/still-frame';
import { say } from '@/ui/words/say';

/** px of the screen. */
const WIDTH = 112;
const HEIGHT = 84;

/** The scenes as large buttons, each with a small picture of its pieces. The one for being away stays pressed, and a second press brings back the one before. */
export function SceneTiles({ onCommand }: { onCommand: (command: Command) => void }) {
  const scenes = useShow((show) => show.scenes);
  const away = useShow((show) => show.awayScene);
  const onAir = useDeskView((view) => view.scene, '');
  if (scenes.length === 0) return null;
  return (
    <ScrollView
      horizontal
      showsHorizontalScrollIndicator={false}
      className="-mx-4 grow-0"
      contentContainerClassName="px-4 gap-2"
    >
      <View role="group" aria-label={say('Scene on air')} className="flex-row gap-2">
        {scenes.map(({ id, name }) => (
          <SceneTile
            key={id}
            scene={id}
            name={name}
            on={id === onAir}
            away={id === away}
            onPress={() =>
              onCommand(id === away ? { command: 'away', on: id !== onAir } : { command: 'scene', scene: id })
            }
          />
        ))}
      </View>
    </ScrollView>
  );
}

function SceneTile({
  scene,
  name,
  on,
  away,
  onPress,
}: {
  scene: string;
  name: string;
  on: boolean;
  away: boolean;
  onPress: () => void;
}) {
  const mayAct = useMayAct();
  return (
    <Pressable
      role="button"
      aria-label={away ? say('{name}, while you are away', { name }) : name}
      aria-pressed={on}
      aria-disabled={!mayAct}
      disabled={!mayAct}
      onPress={onPress}
      style={{ width: WIDTH, height: HEIGHT }}
      className={`rounded-card overflow-hidden border-2 active:opacity-80 ${on ? 'border-lagoon' : 'border-line'} ${mayAct ? '' : 'opacity-40'}`}
    >
      <ScenePicture scene={scene} />
      <View className="absolute inset-x-0 bottom-0 bg-ground/85 px-2 py-1">
        <Text size={13} face="strong" numberOfLines={1}>
          {on && away ? say('{name}: back', { name }) : name}
        </Text>
      </View>
    </Pressable>
  );
}

/** The middle of a scene, with made-up content, on the made-up picture. */
function ScenePicture({ scene }: { scene: string }) {
  const show = useShow();
  const shown = useMemo((): PaintInput => {
    const pieces = piecesSeen(show, { scene, hidden: new Set(), by: 'app' }).filter(({ seenBy }) => seenBy !== 'me');
    return {
      frame: show.frame,
      language: show.language,
      pieces,
      live: Object.fromEntries(pieces.map((piece) => [piece.id, exampleOf(piece, show, 'usual', STILL)])),
    };
  }, [show, scene]);
  const wide = show.frame.width > show.frame.height;
  const width = wide ? Math.ceil((HEIGHT * show.frame.width) / show.frame.height) : WIDTH;
  const height = (width * show.frame.height) / show.frame.width;
  return (
    <View className="absolute inset-0 overflow-hidden bg-frame items-center" style={{ pointerEvents: 'none' }}>
      <Image
        source={{ uri: POT }}
        alt=""
        resizeMode="cover"
        style={{ position: 'absolute', width: WIDTH, height: HEIGHT }}
      />
      {/* An upright frame is seen from a little above its middle: that is where alerts stand. */}
      <View style={{ marginTop: wide ? 0 : -Math.min(height * 0.1, height - HEIGHT) }}>
        <StillFrame scene={shown} width={width} />
      </View>
    </View>
  );
}
