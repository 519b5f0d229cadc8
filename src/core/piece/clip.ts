import { fileKind, type FileLive, type FilePiece } from './own-picture';

export type ClipPiece = FilePiece<'clip'>;
export type ClipLive = FileLive<'clip'>;

/** A clip of the streamer’s own, without sound, over and over. */
export const clip = fileKind('clip', {
  title: 'Clip',
  says: 'One of your clips, over and over, without sound.',
  waits: 'Choose a clip',
});
