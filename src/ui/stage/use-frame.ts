import { KIT } from '@/core/engine/features';
import { useCallback, useEffect, useRef, useState, type RefObject } from 'react';
import { Frame } from '@/client/frame';
import type { Seen } from '@/core/piece/piece';
import type { Piece, Live } from '@/core/piece';
import type { Show } from '@/core/show/show';
import { sampleOf } from '@/core/piece';
import { deskStore, engineClock } from '@/ui/data/desk';
import { mediaUrl } from '@/ui/data/media';

const now = (): number => engineClock.now();

/** What a frame shows, and how large. */
export interface Framed {
  show: Show;
  pieces: readonly Piece[];
  /** What the pieces show; what the server says of them where it is not given, painted at every message without rendering anything. */
  live?: Readonly<Record<string, Live>> | null;
  /** px of the screen. */
  width: number;
  seen: Seen;
  /** Which scene it is, where one gives way to another as the show says. */
  scene?: string;
}

/** Paints a frame in a canvas; what stands on it, in words, and its height, px of the screen. */
export function useFrame({ show, pieces, live, width, seen, scene }: Framed): {
  canvas: RefObject<HTMLCanvasElement | null>;
  words: readonly string[];
  height: number;
} {
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
        { frame: show.frame, language: show.language, pieces, live: withSamples(show, pieces, now) },
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

  return { canvas, words, height };
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
