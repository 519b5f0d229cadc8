import { z } from 'zod';
import type { Host } from '@/core/engine/kernel/feature';
import type { FrameShow } from './frame';
import { cropSchema } from './fit';
import { ownPicture, ownPictureGroups, waitingOps, type OwnPicture } from './own-picture';
import { pieceBase, type PieceKind } from './piece';

const schema = z.object({
  ...pieceBase,
  kind: z.literal('art'),
  media: z.string().max(64),
  /** Where its hole is, in shares of the picture; absent: none was found. */
  hole: cropSchema.optional(),
});
export type ArtPiece = z.infer<typeof schema>;

export interface ArtLive {
  kind: 'art';
  picture: OwnPicture | null;
}

/** A picture with a hole, laid around the game view or the camera. */
export const art: PieceKind<ArtPiece, ArtLive, object, Host<FrameShow>> = {
  kind: 'art',
  title: 'Frame art',
  purpose: 'Picture',
  says: 'A picture with a hole. The game view or the camera is fitted into the hole by one tap.',
  schema,
  least: { w: 120, h: 120 },
  make: (id, { frame }) => ({
    id,
    kind: 'art',
    name: 'Frame art',
    style: 'slip',
    media: '',
    place: { x: 0, y: 0, w: frame.width, h: frame.height },
  }),
  controls: [
    { field: 'name', label: 'Name', control: 'text' },
    { field: 'media', label: 'Picture', control: 'media', of: 'picture' },
  ],
  live: ({ media }, { show }) => ({ kind: 'art', picture: ownPicture(show, media) }),
  sample: ({ media }, show) => ({ kind: 'art', picture: ownPicture(show, media) }),
  draw(piece, { picture }, tools) {
    if (picture) return ownPictureGroups(piece.id, piece.place, picture, { fit: 'contain', round: 0 });
    return tools.seen === 'edit'
      ? [{ key: piece.id, box: piece.place, ops: waitingOps(piece.place, 'Choose a picture with a hole', tools) }]
      : [];
  },
  alternative: ({ name }, { picture }) => (picture ? name : ''),
};
