import { fileKind, type FileLive, type FilePiece } from './own-picture';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

export type PicturePiece = FilePiece<'picture'>;
export type PictureLive = FileLive<'picture'>;

/** A picture of the streamer’s own: a logo, a drawing, an animated one. */
export const picture = fileKind('picture', {
  title: phrase('Picture'),
  says: phrase('One of your pictures: PNG, JPEG, WebP, GIF, SVG.'),
  name: (language) => proposed(language, 'Picture'),
  waits: (language) => aired(language, 'Choose a picture'),
});
