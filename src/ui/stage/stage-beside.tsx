import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { piecesSeen } from '@/core/stage/seen';
import { useShow } from '@/ui/data/show-context';
import { Text } from '@/ui/part/text';
import { FrameView } from './frame-view';
import { watchedBy } from './watched';

/** On a wide screen: the stage beside every other place, running. */
export function StageBeside() {
  const { show, desk } = useShow();
  const router = useRouter();
  const hidden = desk.view?.hidden;
  const scene = desk.view?.scene ?? '';
  const pieces = useMemo(() => piecesSeen(show, { scene, hidden: new Set(hidden), by: 'app' }), [show, scene, hidden]);
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const width = Math.floor(Math.min(room.width, (room.height * show.frame.width) / show.frame.height));
  const places = Object.values(desk.view?.outlets ?? {}).reduce((a, b) => a + b, 0);
  return (
    <View role="complementary" aria-label="Stage" className="w-[440px] px-6 pt-4 pb-6 gap-3">
      <View className="flex-row items-center justify-between min-h-[44px]">
        <Text size={17} face="title" level={2}>
          Stage, as it is on air
        </Text>
        <Pressable role="link" onPress={() => router.navigate('/outlets')} className="min-h-[44px] justify-center">
          <Text size={13} tone={places > 0 ? 'lagoon' : 'muted'}>
            {watchedBy(places)}
          </Text>
        </Pressable>
      </View>
      <View
        className="flex-1 items-center"
        onLayout={({ nativeEvent: { layout } }) => setRoom({ width: layout.width, height: layout.height })}
      >
        {width > 0 ? (
          <FrameView
            show={show}
            pieces={pieces}
            live={desk.view?.live ?? null}
            width={width}
            seen="air"
            scene={scene}
          />
        ) : null}
      </View>
    </View>
  );
}
