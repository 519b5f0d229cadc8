import { fileKind, type FileLive, type FilePiece } from './own-picture';

export type PicturePiece = FilePiece<'picture'>;
export type PictureLive = FileLive<'picture'>;

/** A picture of the streamer’s own: a logo, a drawing, an animated one. */
export const picture = fileKind('picture', {
  title: 'Picture',
  says: 'One of your pictures: PNG, JPEG, WebP, GIF, SVG.',
  waits: 'Choose a picture',
});
