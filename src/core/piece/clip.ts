import { fileKind, type FileLive, type FilePiece } from './own-picture';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

export type ClipPiece = FilePiece<'clip'>;
export type ClipLive = FileLive<'clip'>;

/** A clip of the streamer’s own, without sound, over and over. */
export const clip = fileKind('clip', {
  title: phrase('Clip'),
  says: phrase('One of your clips, over and over, without sound.'),
  name: (language) => proposed(language, 'Clip'),
  waits: (language) => aired(language, 'Choose a clip'),
});
