import { z } from 'zod';
import { pictureLook } from './fit';
import { ownPicture, ownPictureGroups, waitingOps, type OwnPicture } from './own-picture';
import { pieceBase, type PieceKind } from './piece';

const schema = z.object({ ...pieceBase, ...pictureLook, kind: z.literal('picture'), media: z.string().max(64) });
export type PicturePiece = z.infer<typeof schema>;

export interface PictureLive {
  kind: 'picture';
  picture: OwnPicture | null;
}

/** A picture of the streamer’s own: a logo, a drawing, an animated one. */
export const picture: PieceKind<PicturePiece, PictureLive> = {
  kind: 'picture',
  title: 'Picture',
  purpose: 'Picture',
  says: 'One of your pictures: PNG, JPEG, WebP, GIF, SVG.',
  schema,
  least: { w: 60, h: 60 },
  make: (id, { frame }) => {
    const side = Math.round(Math.min(frame.width, frame.height) * 0.4);
    return { id, kind: 'picture', name: 'Picture', style: 'slip', media: '', fit: 'contain', round: 0, place: { x: Math.round(frame.width * 0.083), y: Math.round(frame.height * 0.12), w: side, h: side } };
  },
  controls: [{ field: 'name', label: 'Name', control: 'text' }, { field: 'media', label: 'Picture', control: 'media', of: 'picture' }, { field: 'round', label: 'Corners', control: 'number', least: 0, most: 400 }],
  live: ({ media }, { show }) => ({ kind: 'picture', picture: ownPicture(show, media) }),
  sample: ({ media }, show) => ({ kind: 'picture', picture: ownPicture(show, media) }),
  draw(piece, { picture: shown }, tools) {
    if (shown) return ownPictureGroups(piece.id, piece.place, shown, piece);
    return tools.seen === 'edit' ? [{ key: piece.id, box: piece.place, ops: waitingOps(piece.place, 'Choose a picture', tools) }] : [];
  },
  twin: ({ name }, { picture: shown }) => (shown ? name : ''),
};

