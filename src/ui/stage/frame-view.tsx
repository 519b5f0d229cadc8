import { KIT } from '@/core/engine/features';
import { useCallback, useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { Frame } from '@/client/frame';
import type { Seen } from '@/core/piece/piece';
import type { Piece, Live } from '@/core/piece';
import type { Show } from '@/core/show/show';
import { sampleOf } from '@/core/piece';
import { deskStore, engineClock } from '@/ui/data/desk';
import { mediaUrl } from '@/ui/data/media';
import { Backdrop } from './backdrop';

const now = (): number => engineClock.now();

/**
 * The frame, painted as it is on the air: the same painter, on a made-up picture.
 * `live`: what the pieces show; what the server says of them where it is not given, painted at every message without rendering anything.
 * `scene`: which one it is, where one gives way to another as the show says.
 */
export function FrameView({
  show,
  pieces,
  live,
  width,
  seen,
  scene,
}: {
  show: Show;
  pieces: readonly Piece[];
  live?: Readonly<Record<string, Live>> | null;
  width: number;
  seen: Seen;
  scene?: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useRef<Frame | null>(null);
  const room = useRef({ width, height: width });
  const shownScene = useRef(scene);
  const [words, setWords] = useState<string[]>([]);
  const height = Math.round((width * show.frame.height) / show.frame.width);

  useEffect(() => {
    if (!canvas.current) return undefined;
    const made = new Frame({
      canvas: canvas.current,
      seen,
      now,
      media: { address: mediaUrl },
      room: () => room.current,
      onWords: setWords,
    });
    frame.current = made;
    return () => made.close();
  }, [seen]);

  const paint = useCallback(
    (changed: boolean): void => {
      const now = live === undefined ? (deskStore.now().view?.live ?? null) : live;
      frame.current?.show(
        { frame: show.frame, pieces, live: withSamples(show, pieces, now) },
        changed ? show.transition : undefined,
      );
    },
    [show, pieces, live],
  );

  useEffect(() => {
    room.current = { width, height };
    const changed = shownScene.current !== undefined && shownScene.current !== scene;
    shownScene.current = scene;
    paint(changed);
  }, [paint, width, height, seen, scene]);

  useEffect(() => {
    if (live !== undefined) return undefined;
    let painted = deskStore.now().view?.live;
    return deskStore.subscribe(() => {
      const now = deskStore.now().view?.live;
      if (now === painted) return;
      painted = now;
      paint(false);
    });
  }, [paint, live]);

  return (
    <View style={{ width, height }} className="overflow-hidden rounded-[4px] bg-frame">
      {pieces.some(({ kind }) => kind === 'camera' || kind === 'game') ? null : (
        <Backdrop width={width} height={height} />
      )}
      <canvas ref={canvas} aria-hidden style={{ position: 'absolute', left: 0, top: 0 }} />
      <ul
        aria-label="On the frame"
        style={{
          position: 'absolute',
          width: 1,
          height: 1,
          overflow: 'hidden',
          clipPath: 'inset(50%)',
          margin: 0,
          padding: 0,
        }}
      >
        {words.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </View>
  );
}

/** A piece that the server has not told of yet shows its empty state. */
const samples = new WeakMap<Piece, Live>();
function withSamples(
  show: Show,
  pieces: readonly Piece[],
  live: Readonly<Record<string, Live>> | null,
): Record<string, Live> {
  return Object.fromEntries(
    pieces.map((piece) => {
      const known = live?.[piece.id];
      if (known) return [piece.id, known];
      const sample = samples.get(piece) ?? sampleOf(piece, show, KIT);
      samples.set(piece, sample);
      return [piece.id, sample];
    }),
  );
}
