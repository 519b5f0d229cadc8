import { useMemo, useRef, useState } from 'react';
import { View } from 'react-native';
import Maximize from 'lucide-react-native/icons/maximize';
import { piecesSeen } from '@/core/stage/seen';
import { useShow } from '@/ui/data/show';
import { FrameView } from '@/ui/stage/frame-view';
import { CameraFields } from '@/ui/stage/picture-fields';
import { useSceneSeen } from '@/ui/stage/scene-seen';
import { usePageTitle } from '@/ui/frame/page-title';
import { WayBack } from '@/ui/frame/way-back';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { ClipMaker } from './clip-maker';
import { stillPng, stillSvg } from './still';
import { deskStore, useDeskView } from '@/ui/data/desk';
import { Problem } from '@/ui/part/problem';
import type { Show } from '@/core/show/show';
import { useAsked } from '@/ui/frame/address';
import { say } from '@/ui/words/say';

/** All that viewers get, composed: the picture and what lies over it. Stills and clips of it. */
export function ProgramPlace() {
  usePageTitle(say('Program'));
  const show = useShow();
  const scene = useSceneSeen();
  const hidden = useDeskView((view) => view.hidden, []);
  const black = useDeskView((view) => view.blackout, false);
  const pieces = useMemo(
    () =>
      piecesSeen(show, { scene, hidden: new Set(hidden), by: 'app' }).filter(
        // The picture itself is not Gavirn's to take away.
        ({ seenBy, kind }) => seenBy !== 'me' && (!black || kind === 'camera' || kind === 'game'),
      ),
    [show, scene, hidden, black],
  );
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const [said, setSaid] = useState<string | null>(null);
  const [making, setMaking] = useAsked('clip');
  const stage = useRef<View>(null);
  const width = Math.floor(Math.min(room.width, (room.height * show.frame.width) / show.frame.height));
  const take = async (make: typeof stillPng): Promise<void> => {
    setSaid(
      (await make({ show, pieces, live: deskStore.now().view?.live ?? null }))
        ? null
        : say('A picture could not be made: this browser has no room for one of that size.'),
    );
  };
  const whole = async (): Promise<void> => {
    try {
      await (stage.current as unknown as HTMLElement | null)?.requestFullscreen();
    } catch {
      setSaid(say('This browser does not let a page fill the screen.'));
    }
  };
  return (
    <View className="flex-1">
      <View className="flex-row items-center justify-between px-4 min-h-[48px]">
        <View className="flex-row items-center">
          <WayBack />
          <Text size={22} face="title" level={1}>
            {say('Program')}
          </Text>
        </View>
        <Button kind="outline" icon={Maximize} onPress={() => void whole()}>
          {say('Fill the screen')}
        </Button>
      </View>
      <View
        ref={stage}
        className="flex-1 items-center justify-center bg-ground"
        onLayout={({ nativeEvent: { layout } }) => setRoom({ width: layout.width, height: layout.height })}
      >
        {width > 0 ? <FrameView show={show} pieces={pieces} width={width} seen="program" scene={scene} /> : null}
      </View>
      <ProgramFoot take={take} setMaking={setMaking} show={show} said={said} />
      {making ? <ClipMaker onClose={() => setMaking(false)} /> : null}
    </View>
  );
}

function ProgramFoot({
  take,
  setMaking,
  show,
  said,
}: {
  take: (make: typeof stillPng) => Promise<void>;
  setMaking: (value: boolean) => void;
  show: Show;
  said: string | null;
}) {
  return (
    <View className="px-4 py-3 gap-3 border-t border-line">
      <View className="flex-row flex-wrap gap-2">
        <Button kind="outline" onPress={() => void take(stillPng)}>
          {say('Still as PNG')}
        </Button>
        <Button kind="outline" onPress={() => void take(stillSvg)}>
          {say('Still as SVG')}
        </Button>
        <Button kind="outline" onPress={() => setMaking(true)}>
          {say('Make a clip')}
        </Button>
      </View>
      {show.pieces.some(({ kind }) => kind === 'camera') ? <CameraFields /> : null}
      <Problem says={said} />
    </View>
  );
}
