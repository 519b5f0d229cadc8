import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { piecesSeen } from '@/core/stage/seen';
import { useShow } from '@/ui/data/show';
import { Text } from '@/ui/part/text';
import { FrameView } from './frame-view';
import { useSceneSeen } from './scene-seen';
import { usePlaces, watchedBy } from './watched';
import { useDeskView } from '@/ui/data/desk';
import { say } from '@/ui/words/say';

/** On a wide screen: the stage beside every other place, running. */
export function StageBeside() {
  const show = useShow();
  const router = useRouter();
  const hidden = useDeskView((view) => view.hidden, []);
  const black = useDeskView((view) => view.blackout, false);
  const scene = useSceneSeen();
  const pieces = useMemo(
    () => (black ? [] : piecesSeen(show, { scene, hidden: new Set(hidden), by: 'app' })),
    [show, scene, hidden, black],
  );
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const width = Math.floor(Math.min(room.width, (room.height * show.frame.width) / show.frame.height));
  const places = usePlaces();
  return (
    <View role="complementary" aria-label={say('Stage')} className="w-[440px] px-6 pt-4 pb-6 gap-3">
      <View className="flex-row items-center justify-between min-h-[44px]">
        <Text size={17} face="title" level={2}>
          {black ? say('Stage: cleared') : say('Stage, as it is on air')}
        </Text>
        <Pressable role="link" onPress={() => router.navigate('/outlets')} className="min-h-[44px] justify-center">
          <Text size={13} tone={(places ?? 0) > 0 ? 'lagoon' : 'muted'}>
            {watchedBy(places)}
          </Text>
        </Pressable>
      </View>
      <View
        className="flex-1 items-center"
        onLayout={({ nativeEvent: { layout } }) => setRoom({ width: layout.width, height: layout.height })}
      >
        {width > 0 ? <FrameView show={show} pieces={pieces} width={width} seen="air" scene={scene} /> : null}
      </View>
    </View>
  );
}
