import { z } from 'zod';
import { pictureLook } from './fit';
import { ownPicture, ownPictureGroups, waitingOps, type OwnPicture } from './own-picture';
import { pieceBase, type PieceKind } from './piece';

const schema = z.object({ ...pieceBase, ...pictureLook, kind: z.literal('clip'), media: z.string().max(64) });
export type ClipPiece = z.infer<typeof schema>;

export interface ClipLive {
  kind: 'clip';
  picture: OwnPicture | null;
}

/** A clip of the streamer’s own, without sound, over and over. */
export const clip: PieceKind<ClipPiece, ClipLive> = {
  kind: 'clip',
  title: 'Clip',
  purpose: 'Picture',
  says: 'One of your clips, over and over, without sound.',
  schema,
  least: { w: 60, h: 60 },
  make: (id, { frame }) => {
    const side = Math.round(Math.min(frame.width, frame.height) * 0.4);
    return { id, kind: 'clip', name: 'Clip', style: 'slip', media: '', fit: 'contain', round: 0, place: { x: Math.round(frame.width * 0.083), y: Math.round(frame.height * 0.12), w: side, h: side } };
  },
  controls: [{ field: 'name', label: 'Name', control: 'text' }, { field: 'media', label: 'Clip', control: 'media', of: 'clip' }, { field: 'round', label: 'Corners', control: 'number', least: 0, most: 400 }],
  live: ({ media }, { show }) => ({ kind: 'clip', picture: ownPicture(show, media) }),
  sample: ({ media }, show) => ({ kind: 'clip', picture: ownPicture(show, media) }),
  draw(piece, { picture: shown }, tools) {
    if (shown) return ownPictureGroups(piece.id, piece.place, shown, piece);
    return tools.seen === 'edit' ? [{ key: piece.id, box: piece.place, ops: waitingOps(piece.place, 'Choose a clip', tools) }] : [];
  },
  twin: ({ name }, { picture: shown }) => (shown ? name : ''),
};

