import { z } from 'zod';
import type { Host } from '@/core/engine/kernel/feature';
import type { FrameShow } from './frame';
import { cropSchema } from './fit';
import { ownPicture, ownPictureGroups, waitingOps, type OwnPicture } from './own-picture';
import { pieceBase, type PieceKind } from './piece';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

/** A picture has no more holes than this: the smaller ones are left out. */
export const MOST_HOLES = 12;

const share = z.number().min(0).max(1);

/** A hole of the picture, in shares of it; and the piece that is seen through it. */
const holeSchema = z.object({ x: share, y: share, w: share, h: share, takes: z.string().max(64).optional() });
export type Hole = z.infer<typeof holeSchema>;

const schema = z.object({
  ...pieceBase,
  kind: z.literal('art'),
  media: z.string().max(64),
  /** The one hole that earlier versions knew; it goes when holes are looked for. */
  hole: cropSchema.optional(),
  /** Its holes, largest first, and the picture they were found in: another has others. */
  holes: z.object({ of: z.string().max(64), list: z.array(holeSchema).max(MOST_HOLES) }).optional(),
});
export type ArtPiece = z.infer<typeof schema>;

export interface ArtLive {
  kind: 'art';
  picture: OwnPicture | null;
}

/** A picture with a hole, laid around the game view or the camera. */
export const art: PieceKind<ArtPiece, ArtLive, object, Host<FrameShow>> = {
  kind: 'art',
  title: phrase('Frame art'),
  purpose: phrase('Picture'),
  says: phrase('A picture with holes. Into each a camera, a game view or a picture is fitted by one tap.'),
  schema,
  least: { w: 120, h: 120 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'art',
    name: proposed(language, 'Frame art'),
    style: 'slip',
    media: '',
    place: { x: 0, y: 0, w: frame.width, h: frame.height },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    { field: 'media', label: phrase('Picture'), control: 'media', of: 'picture' },
  ],
  live: ({ media }, { show }) => ({ kind: 'art', picture: ownPicture(show, media) }),
  sample: ({ media }, show) => ({ kind: 'art', picture: ownPicture(show, media) }),
  draw(piece, { picture }, tools) {
    if (picture) return ownPictureGroups(piece.id, piece.place, picture, { fit: 'contain', round: 0 });
    return tools.seen === 'edit'
      ? [
          {
            key: piece.id,
            box: piece.place,
            ops: waitingOps(piece.place, aired(tools.language ?? 'en', 'Choose a picture with a hole'), tools),
          },
        ]
      : [];
  },
  alternative: ({ name }, { picture }) => (picture ? name : ''),
};
