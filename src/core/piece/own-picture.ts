import { z } from 'zod';
import { mediaKind } from '@/core/media/media';
import type { Box, Group, Op } from '@/core/paint/display';
import type { FrameShow } from './frame';
import type { Host } from '@/core/engine/kernel/feature';
import type { Fit } from '@/core/paint/fitted';
import { imageOp, pictureLook, type Crop } from './fit';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { placeholderOps } from './placeholder';
import { phrase, type Phrase } from '@/core/words/phrase';

/** One of the streamer's own files as an outlet must know it: its size in px, how long each frame of an animated one stands (ms), how long a clip is (ms). */
export interface OwnPicture {
  id: string;
  width: number;
  height: number;
  frames: readonly number[];
  /** 0: it is no clip. */
  ms: number;
}

/** What is known of a file; null when it is gone, or nothing was chosen, or it is a sound. */
export function ownPicture({ media }: Pick<FrameShow, 'media'>, id: string): OwnPicture | null {
  const file = media.find((each) => each.id === id);
  if (!file || mediaKind(file) === 'sound') return null;
  return {
    id,
    width: file.width || 16,
    height: file.height || 9,
    frames: file.frames,
    ms: mediaKind(file) === 'clip' ? Math.max(1, Math.round(file.seconds * 1000)) : 0,
  };
}

/** The groups that draw it: still, frame by frame, or playing over and over. */
export function ownPictureGroups(
  key: string,
  place: Box,
  picture: OwnPicture,
  look: { fit: Fit; crop?: Crop; round: number },
): Group[] {
  const op = (frame: string): Op =>
    imageOp(`media:${picture.id}${frame}`, { w: picture.width, h: picture.height }, place, look);
  if (picture.ms > 0) return [{ key, box: place, ops: [op('')], plays: true, loop: picture.ms }];
  if (picture.frames.length > 1)
    return [
      {
        key,
        box: place,
        ops: [op('#0')],
        film: { delays: picture.frames, frames: picture.frames.map((_ms, n) => [op(`#${n}`)]) },
      },
    ];
  return [{ key, box: place, ops: [op('')] }];
}

/** In the editor: a place that waits for its file. */
export const waitingOps = (place: { w: number; h: number }, says: string, tools: DrawTools): Op[] =>
  placeholderOps(place, says, tools, { size: Math.max(26, Math.min(44, place.h * 0.2)), dark: '99', radius: 24 });

const schemaOf = <K extends 'picture' | 'clip'>(kind: K) =>
  z.object({ ...pieceBase, ...pictureLook, kind: z.literal(kind), media: z.string().max(64) });

/** A piece that shows one file: a picture, or a clip. */
export type FilePiece<K extends 'picture' | 'clip'> = Omit<z.infer<ReturnType<typeof schemaOf<'picture'>>>, 'kind'> & {
  kind: K;
};

export interface FileLive<K extends 'picture' | 'clip'> {
  kind: K;
  picture: OwnPicture | null;
}

/** All there is to know of such a piece, but for its words. @param waits what stands in its place until a file is chosen */
export function fileKind<K extends 'picture' | 'clip'>(
  kind: K,
  {
    title,
    says,
    name,
    waits,
  }: { title: Phrase; says: Phrase; name: (language: string) => string; waits: (language: string) => string },
): PieceKind<FilePiece<K>, FileLive<K>, object, Host<FrameShow>> {
  const shown = (media: string, show: Pick<FrameShow, 'media'>): FileLive<K> => ({
    kind,
    picture: ownPicture(show, media),
  });
  return {
    kind,
    title,
    says,
    purpose: phrase('Picture'),
    // The literal is `kind` itself; the type of a schema made for either of two does not say so.
    schema: schemaOf(kind) as unknown as z.ZodType<FilePiece<K>>,
    least: { w: 60, h: 60 },
    make: (id, { frame, language }) => {
      const side = Math.round(Math.min(frame.width, frame.height) * 0.4);
      return {
        id,
        kind,
        name: name(language),
        style: 'slip',
        media: '',
        fit: 'contain',
        round: 0,
        place: { x: Math.round(frame.width * 0.083), y: Math.round(frame.height * 0.12), w: side, h: side },
      };
    },
    controls: [
      { field: 'name', label: phrase('Name'), control: 'text' },
      { field: 'media', label: title, control: 'media', of: kind },
      { field: 'round', label: phrase('Corners'), control: 'number', least: 0, most: 400 },
    ],
    live: ({ media }, { show }) => shown(media, show),
    sample: ({ media }, show) => shown(media, show),
    draw(piece, { picture }, tools) {
      if (picture) return ownPictureGroups(piece.id, piece.place, picture, piece);
      return tools.seen === 'edit'
        ? [{ key: piece.id, box: piece.place, ops: waitingOps(piece.place, waits(tools.language ?? 'en'), tools) }]
        : [];
    },
    alternative: ({ name }, { picture }) => (picture ? name : ''),
  };
}
