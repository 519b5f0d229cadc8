import type { Outlet } from '@/core/show/outlet';
import { inScene, placedIn } from '@/core/engine/feature/scene/schema';
import type { DelayMark } from '@/core/engine/feature/delay';
import type { Piece } from '@/core/piece';
import type { Show } from '@/core/show/show';

/** What is looked at: a scene ('' where there is none), without what cues have taken away; `by`: one outlet, or the app, which shows the streamer's own pieces too. */
export interface Look {
  scene: string;
  hidden: ReadonlySet<string>;
  by: Outlet | 'app';
  /** Everything is off the frame; null or absent: it is not. */
  blackout?: readonly string[] | null;
  /** What the delay is measured by just now. */
  delayMark?: DelayMark | null;
}

/** The pieces that are seen there, back to front, each where it stands in that scene. */
export function piecesSeen(show: Show, { scene: shown, hidden, by, blackout = null }: Look): Piece[] {
  if (blackout) return [];
  const scene = by !== 'app' && by.shows.kind === 'scene' ? by.shows.scene : shown;
  return show.pieces
    .filter((piece) => !piece.off && !hidden.has(piece.id) && inScene(piece, scene) && carries(by, piece))
    .map((piece) => placedIn(piece, scene));
}

/** Whether a piece may come out of an outlet at all, in whatever scene. */
export function carries(by: Outlet | 'app', { id, seenBy }: Piece): boolean {
  if (by === 'app') return true;
  if (seenBy !== undefined && seenBy !== by.whose) return false;
  return by.shows.kind === 'pieces' || by.shows.kind === 'wall' ? by.shows.pieces.includes(id) : true;
}
