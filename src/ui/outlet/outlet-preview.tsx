import { useMemo } from 'react';
import { View } from 'react-native';
import { BrowserHost } from '@/client/canvas-host';
import type { Outlet } from '@/core/show/outlet';
import { exampleOf } from '@/core/stage/examples';
import { judgeOutlet } from '@/core/stage/judge/outlet';
import { outletFrame } from '@/core/stage/outlet-frame';
import { engineClock } from '@/ui/data/desk';
import { mediaUrl } from '@/ui/data/media';
import { useShow } from '@/ui/data/show';
import { Text } from '@/ui/part/text';
import { FrameView } from '@/ui/stage/frame-view';
import { say } from '@/ui/words/say';
import { asKept } from '@/core/words/phrase';

/** The preview is at most so wide and high, px of the screen. */
const WIDE = 300;
const HIGH = 360;

/** What comes out of an outlet, as large as it is, with made-up content; and what is wrong with it at that size. */
export function OutletPreview({ outlet }: { outlet: Outlet }) {
  const show = useShow();
  const { frame, pieces } = useMemo(
    () => outletFrame(show, { scene: show.scenes[0]?.id ?? '', hidden: new Set(), by: outlet }),
    [show, outlet],
  );
  const live = useMemo(() => {
    const now = engineClock.now();
    return Object.fromEntries(pieces.map((piece) => [piece.id, exampleOf(piece, show, 'usual', now)]));
  }, [pieces, show]);
  const host = useMemo(() => new BrowserHost({ address: mediaUrl }, () => undefined), []);
  const own = outlet.shows.kind === 'pieces' && outlet.shows.size !== undefined;
  const wrong = useMemo(() => (own ? judgeOutlet(show, outlet, host.measure) : []), [own, show, outlet, host]);
  const width = Math.floor(Math.min(WIDE, (HIGH * frame.width) / frame.height));
  return (
    <View className="gap-2" role="group" aria-label={say('What comes out of it')}>
      <FrameView show={{ ...show, frame }} pieces={pieces} live={live} width={width} seen="air" />
      <Text size={13} tone="muted">
        {say('{width} × {height} px, with made-up content.', { width: frame.width, height: frame.height })}
      </Text>
      {own && pieces.length > 0 ? (
        <View role="status" className="gap-1">
          {wrong.map((says) => (
            <Text key={asKept(says)} size={13} tone="brick">
              {says}
            </Text>
          ))}
          {wrong.length === 0 ? <Text size={13}>{say('Everything on it can be read at this size.')}</Text> : null}
        </View>
      ) : null}
    </View>
  );
}
