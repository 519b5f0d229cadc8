import { useMemo } from 'react';
import { Image, View } from 'react-native';
import type { Piece } from '@/core/piece';
import type { Show } from '@/core/show/show';
import { exampleOf } from '@/core/stage/examples';
import { isPicture } from '@/core/stage/judge/finding';
import type { PaintInput } from '@/core/stage/stage';
import { POT } from './backdrop';
import { STILL, StillFrame } from './still-frame';

export interface PiecePictureProps {
  piece: Piece;
  show: Show;
  /** px of the screen */
  width: number;
  height: number;
}

/** So much of the picture is left around a piece. */
const AROUND = 1.14;

/** A piece as it looks with made-up content, on the made-up picture. */
export default function PiecePictureStill({ piece, show, width, height }: PiecePictureProps) {
  const scene = useMemo((): PaintInput => {
    const { w, h } = piece.place;
    // What is a picture itself fills it.
    const by = isPicture(piece) ? 1 : AROUND;
    const frame = {
      width: Math.round(Math.max(w * by, (h * by * width) / height)),
      height: Math.round(Math.max(h * by, (w * by * height) / width)),
    };
    const place = isPicture(piece)
      ? { x: 0, y: 0, w: frame.width, h: frame.height }
      : { x: Math.round((frame.width - w) / 2), y: Math.round((frame.height - h) / 2), w, h };
    const alone = { ...piece, place };
    return {
      frame,
      language: show.language,
      pieces: [alone],
      live: { [piece.id]: exampleOf(alone, show, 'usual', STILL) },
    };
  }, [piece, show, width, height]);
  return (
    <View style={{ width, height }} className="overflow-hidden bg-frame">
      <Image source={{ uri: POT }} alt="" resizeMode="cover" style={{ position: 'absolute', width, height }} />
      <StillFrame scene={scene} width={width} />
    </View>
  );
}
