import { mediaKind } from '@/core/media/media';
import type { Box, Group, Op } from '@/core/paint/display';
import { lineOps } from '@/core/paint/text';
import type { Show } from '@/core/show/show';
import type { Fit } from '@/core/paint/fitted';
import { imageOp, type Crop } from './fit';
import type { DrawTools } from './piece';

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
export function ownPicture({ media }: Show, id: string): OwnPicture | null {
  const file = media.find((each) => each.id === id);
  if (!file || mediaKind(file) === 'sound') return null;
  return { id, width: file.width || 16, height: file.height || 9, frames: file.frames, ms: mediaKind(file) === 'clip' ? Math.max(1, Math.round(file.seconds * 1000)) : 0 };
}

/** The groups that draw it: still, frame by frame, or playing over and over. */
export function ownPictureGroups(key: string, place: Box, picture: OwnPicture, look: { fit: Fit; crop?: Crop; round: number }): Group[] {
  const op = (frame: string): Op => imageOp(`media:${picture.id}${frame}`, { w: picture.width, h: picture.height }, place, look);
  if (picture.ms > 0) return [{ key, box: place, ops: [op('')], plays: true, loop: picture.ms }];
  if (picture.frames.length > 1) return [{ key, box: place, ops: [op('#0')], film: { delays: picture.frames, frames: picture.frames.map((_ms, n) => [op(`#${n}`)]) } }];
  return [{ key, box: place, ops: [op('')] }];
}

/** In the editor: a place that waits for its file. */
export function waitingOps({ w, h }: { w: number; h: number }, says: string, { measure }: DrawTools): Op[] {
  const size = Math.max(26, Math.min(44, h * 0.2));
  return [
    { op: 'rect', x: 3, y: 3, w: w - 6, h: h - 6, radius: 24, fill: '#12141799', stroke: { color: '#F0EDE6aa', width: 4, dash: [18, 14] } },
    ...lineOps(says, w / 2, h / 2 + size * 0.33, { family: 'text', weight: 500, size }, { fill: '#F0EDE6' }, measure, 'centre'),
  ];
}
